import Database from "better-sqlite3";
import { Unzip, UnzipInflate, Zip, ZipDeflate, ZipPassThrough, type ZipInputFile } from "fflate";
import {
  closeSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  writeSync,
} from "node:fs";
import path from "node:path";
import { errorOf } from "@/core/thrown";
import { isOneOf } from "@/core/one-of";
import { writeWhole } from "../storage/whole-file";
import { ACCEPTED_MARK } from "../storage/accepted-mark";
import { DATABASE, openDatabase } from "../storage/database";
import { runningServer } from "./server-mark";
import { UpkeepError } from "./upkeep-error";

const PIECE = 1 << 20;
/** The folders of what is kept beside the database. */
const CONTENTS = ["pictures", "files", "editions"] as const;

/** What a backup or a restore came to. */
export interface Kept {
  readonly documents: number;
  readonly pictures: number;
  /** Attached files. */
  readonly files: number;
}

/**
 * Writes all that a data folder holds into one zip file: the database as it stands at one moment, also while a server
 * works on it, the pictures, the attached files and the editions. Throws an {@link UpkeepError}; a file that stood there before stays then.
 */
export async function writeBackup(folder: string, file: string): Promise<Kept> {
  const source = path.join(folder, DATABASE);
  if (!existsSync(source))
    throw new UpkeepError(`${folder}: There is no database of Gate Rope in this folder.`);
  const copy = `${file}.${process.pid}.sqlite`;
  try {
    const sqlite = new Database(source, { readonly: true });
    try {
      await sqlite.backup(copy);
    } finally {
      sqlite.close();
    }
    const documents = countDocuments(copy);
    const parts = [
      { name: DATABASE, file: copy, packed: true },
      ...CONTENTS.flatMap((content) =>
        filesIn(path.join(folder, content)).map((name) => ({
          name: `${content}/${name}`,
          file: path.join(folder, content, name),
          packed: content === "files" || /\.(?:svg|json)$/.test(name),
        })),
      ),
    ];
    writeWhole(file, (beside) => writeZip(beside, parts));
    return { documents, ...countContents(folder) };
  } catch (error) {
    throw UpkeepError.of(file, error);
  } finally {
    for (const end of ["", "-journal", "-wal", "-shm"]) rmSync(copy + end, { force: true });
  }
}

/**
 * Puts a backup in place of what a data folder holds, which is put aside in a folder beside it. Throws an
 * {@link UpkeepError} where a server works on the folder or the file is no whole backup; nothing is changed then.
 */
export async function restoreBackup(folder: string, file: string): Promise<Kept & { aside: string | null }> {
  const running = runningServer(folder);
  if (running !== null)
    throw new UpkeepError(`${folder}: A server works on this folder (process ${running}). Stop it first.`);
  mkdirSync(folder, { recursive: true });
  const fresh = mkdtempSync(path.join(folder, ".restore-"));
  try {
    readZip(file, fresh);
    const database = path.join(fresh, DATABASE);
    if (!existsSync(database)) throw new UpkeepError(`${file}: This is no backup of Gate Rope.`);
    refuseDamaged(database, file);
    // Brings an older backup to this version before it takes the place of anything.
    await (await openDatabase(fresh)).db.destroy();
    const documents = countDocuments(database);
    const contents = countContents(fresh);
    const aside = putAside(folder);
    for (const name of readdirSync(fresh)) renameSync(path.join(fresh, name), path.join(folder, name));
    return { documents, ...contents, aside };
  } catch (error) {
    throw UpkeepError.of(file, error);
  } finally {
    rmSync(fresh, { recursive: true, force: true });
  }
}

function putAside(folder: string): string | null {
  const standing = readdirSync(folder).filter(
    (name) => name.startsWith(DATABASE) || name === ACCEPTED_MARK || isOneOf(CONTENTS, name),
  );
  if (standing.length === 0) return null;
  const stamp = new Date().toISOString().replace(/[:.]/g, "-");
  const aside = path.join(folder, `before-restore-${stamp}`);
  mkdirSync(aside);
  for (const name of standing) renameSync(path.join(folder, name), path.join(aside, name));
  return aside;
}

function refuseDamaged(database: string, file: string): void {
  const sqlite = new Database(database);
  try {
    const state = sqlite.pragma("integrity_check", { simple: true });
    if (state !== "ok")
      throw new UpkeepError(`${file}: The database in this backup is damaged: ${String(state)}`);
  } finally {
    sqlite.close();
  }
}

function countDocuments(database: string): number {
  const sqlite = new Database(database, { readonly: true });
  try {
    return sqlite.prepare<[], number>("select count(*) from documents").pluck().get()!;
  } finally {
    sqlite.close();
  }
}

function countContents(folder: string): { pictures: number; files: number } {
  const count = (content: (typeof CONTENTS)[number]) => filesIn(path.join(folder, content)).length;
  return { pictures: count("pictures"), files: count("files") };
}

/** The files below a folder, by their way from there, in order. */
function filesIn(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.name.endsWith(".part"))
    .map((entry) => path.relative(folder, path.join(entry.parentPath, entry.name)).split(path.sep).join("/"))
    .sort();
}

interface Entry {
  readonly name: string;
  readonly file: string;
  /** Whether packing may make it smaller: pictures are packed already. */
  readonly packed: boolean;
}

function writeZip(file: string, entries: readonly Entry[]): void {
  const out = openSync(file, "w");
  try {
    let fault: Error | null = null;
    const zip = new Zip((error, piece) => {
      if (error) fault = error;
      else writeSync(out, piece);
    });
    for (const { name, file: from, packed } of entries) {
      const part = packed ? new ZipDeflate(name, { level: 4 }) : new ZipPassThrough(name);
      zip.add(part as ZipInputFile);
      const input = openSync(from, "r");
      try {
        const piece = Buffer.alloc(PIECE);
        for (;;) {
          const length = readSync(input, piece);
          (part as ZipDeflate).push(Uint8Array.from(piece.subarray(0, length)), length < PIECE);
          if (length < PIECE) break;
        }
      } finally {
        closeSync(input);
      }
    }
    zip.end();
    if (fault) throw errorOf(fault);
  } finally {
    closeSync(out);
  }
}

/** Unpacks what belongs to a backup, and nothing that would land elsewhere. */
function readZip(file: string, folder: string): void {
  const input = openSync(file, "r");
  const open: number[] = [];
  let fault: Error | null = null;
  try {
    const unzip = new Unzip((entry) => {
      if (!isOurs(entry.name)) return;
      const target = path.join(folder, entry.name);
      mkdirSync(path.dirname(target), { recursive: true });
      const out = openSync(target, "w");
      open.push(out);
      entry.ondata = (error, piece) => {
        if (error) fault = error;
        else writeSync(out, piece);
      };
      entry.start();
    });
    unzip.register(UnzipInflate);
    const piece = Buffer.alloc(PIECE);
    for (;;) {
      const length = readSync(input, piece);
      unzip.push(Uint8Array.from(piece.subarray(0, length)), length < PIECE);
      if (length < PIECE) break;
    }
    if (fault) throw errorOf(fault);
  } finally {
    closeSync(input);
    for (const out of open) closeSync(out);
  }
}

function isOurs(name: string): boolean {
  return (
    name === DATABASE ||
    /^(?:pictures|files|editions\/contents)\/[0-9a-z]{2}\/[0-9a-z.]+$/i.test(name) ||
    /^editions\/[A-Za-z0-9_-]{1,64}\/(?:\d+|editions)\.json$/.test(name)
  );
}
