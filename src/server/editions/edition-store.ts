import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";
import {
  editionManifest,
  editionRecord,
  type EditionManifest,
  type EditionRecord,
  type StoredFile,
} from "@/core/editions/manifest";
import { ContentStore } from "../blobs/content-store";
import { writeWhole } from "../storage/whole-file";

/** What is kept of a document's editions. */
const recordsFile = z.object({
  /** Whether the document is in the bin: its editions are not shown then. */
  away: z.boolean(),
  editions: z.array(editionRecord).readonly(),
});
type Records = Readonly<z.infer<typeof recordsFile>>;

/** An edition as it is looked things up in. */
export interface OpenEdition {
  readonly manifest: EditionManifest;
  readonly files: ReadonlyMap<string, StoredFile>;
  readonly anchors: ReadonlyMap<string, string>;
}

const NONE: Records = { away: false, editions: [] };
/** How many manifests are held in memory. */
const MAX_OPEN = 40;

/**
 * The editions in a folder of their own: for each document its records and a manifest for each edition, and the contents of all, each stored once by its
 * hash. Readers are served from here alone, without the database. An edition is there when its record is: what was written before that is never shown.
 */
export class EditionStore {
  readonly contents: ContentStore;
  private readonly records = new Map<string, { readonly stamp: string; readonly records: Records }>();
  private readonly open = new Map<string, OpenEdition>();

  constructor(private readonly folder: string) {
    this.contents = new ContentStore(path.join(/* turbopackIgnore: true */ folder, CONTENTS));
  }

  /** The editions of a document, the first one first; none while it is in the bin. */
  shown(document: string): readonly EditionRecord[] {
    const { away, editions } = this.read(document);
    return away ? [] : editions;
  }

  all(document: string): readonly EditionRecord[] {
    return this.read(document).editions;
  }

  /** The newest edition that was not withdrawn. */
  newest(document: string): EditionRecord | null {
    return this.shown(document).findLast(({ withdrawnAt }) => withdrawnAt === null) ?? null;
  }

  /** An edition to be shown; null where there is none of that number. */
  edition(document: string, number: number): OpenEdition | null {
    const key = `${document}/${number}`;
    const before = this.open.get(key);
    if (before) return before;
    let text: string;
    try {
      text = readFileSync(this.manifestFile(document, number), "utf8");
    } catch {
      return null;
    }
    const manifest = editionManifest.parse(JSON.parse(text));
    const edition = { manifest, files: new Map(manifest.files), anchors: new Map(manifest.anchors) };
    const [oldest] = this.open.keys();
    if (this.open.size >= MAX_OPEN) this.open.delete(oldest!);
    this.open.set(key, edition);
    return edition;
  }

  /** Adds an edition whose contents are stored. */
  add(document: string, record: EditionRecord, manifest: EditionManifest): void {
    mkdirSync(this.folderOf(document), { recursive: true });
    const file = this.manifestFile(document, record.number);
    writeWhole(file, (beside) => writeFileSync(beside, JSON.stringify(manifest), { flush: true }));
    this.change(document, (before) => ({ ...before, editions: [...before.editions, record] }));
  }

  /** Withdraws an edition, or with null shows it again. False where there is none of that number. */
  withdraw(document: string, number: number, at: number | null): boolean {
    if (!this.all(document).some((it) => it.number === number)) return false;
    this.change(document, (before) => ({
      ...before,
      editions: before.editions.map((it) => (it.number === number ? { ...it, withdrawnAt: at } : it)),
    }));
    return true;
  }

  /** Whether the editions of a document are shown: not while it is in the bin. */
  setAway(document: string, away: boolean): void {
    if (this.all(document).length > 0) this.change(document, (before) => ({ ...before, away }));
  }

  /** Lets go of all editions of documents. */
  purge(documents: readonly string[]): void {
    for (const document of documents) rmSync(this.folderOf(document), { recursive: true, force: true });
    for (const key of [...this.open.keys()])
      if (documents.includes(key.split("/")[0]!)) this.open.delete(key);
  }

  /** Removes what no edition holds and was written before a time: that of purged ones, and of those that never became whole. */
  sweep(before: number): void {
    if (!existsSync(this.folder)) return;
    const used = new Set<string>();
    for (const entry of readdirSync(this.folder, { withFileTypes: true })) {
      if (!entry.isDirectory() || entry.name === CONTENTS) continue;
      for (const { number } of this.all(entry.name))
        for (const [, file] of this.edition(entry.name, number)?.manifest.files ?? [])
          for (const name of [file.plain, file.gzip, file.br]) if (name) used.add(name);
    }
    this.contents.sweep((name) => used.has(name), before);
  }

  private read(document: string): Records {
    if (!isName(document)) return NONE;
    const file = this.recordsFile(document);
    let stamp: string;
    try {
      const { mtimeMs, size, ino } = statSync(file);
      stamp = `${mtimeMs} ${size} ${ino}`;
    } catch {
      return NONE;
    }
    const before = this.records.get(document);
    if (before?.stamp === stamp) return before.records;
    const read = recordsFile.parse(JSON.parse(readFileSync(file, "utf8")));
    // A backup that was made meanwhile may have the record of an edition and not its manifest.
    const editions = read.editions.filter(({ number }) => existsSync(this.manifestFile(document, number)));
    const records = { ...read, editions };
    this.records.set(document, { stamp, records });
    return records;
  }

  private change(document: string, change: (before: Records) => Records): void {
    const text = JSON.stringify(change(this.read(document)));
    writeWhole(this.recordsFile(document), (beside) => writeFileSync(beside, text, { flush: true }));
  }

  private folderOf(document: string): string {
    if (!isName(document)) throw new Error(`${document} is no document's id.`);
    return path.join(/* turbopackIgnore: true */ this.folder, document);
  }

  private recordsFile(document: string): string {
    return path.join(/* turbopackIgnore: true */ this.folderOf(document), "editions.json");
  }

  private manifestFile(document: string, number: number): string {
    return path.join(/* turbopackIgnore: true */ this.folderOf(document), `${number}.json`);
  }
}

const CONTENTS = "contents";

/** Whether something can be the id of a document; whatever else stands in an address never becomes a path. */
function isName(document: string): boolean {
  return /^[A-Za-z0-9_-]{1,64}$/.test(document) && document !== CONTENTS;
}
