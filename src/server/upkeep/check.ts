import Database from "better-sqlite3";
import { existsSync } from "node:fs";
import path from "node:path";
import type { Node } from "prosemirror-model";
import { attachedFiles, idOf, picturesIn, settingsOf } from "@/core/document";
import { stepFromJSON } from "@/core/steps";
import { messageOf } from "@/core/thrown";
import { missingFrom, missingMessage, readAccepted, type Accepted } from "../storage/accepted-mark";
import { ContentStore } from "../blobs/content-store";
import { DATABASE } from "../storage/database";
import { PictureStore } from "../blobs/picture-store";
import { readSnapshot, replayed, stepsIn } from "../documents/stored-documents";
import { UpkeepError } from "./upkeep-error";

/** What looking through a whole data folder found. */
export interface Checked {
  readonly documents: number;
  readonly steps: number;
  readonly snapshots: number;
  readonly pictures: number;
  /** Attached files. */
  readonly files: number;
  /** What is wrong, each in one line. */
  readonly faults: readonly string[];
}

interface StepRow {
  version: number;
  spans: number;
  client: string;
  number: number | null;
  step: string;
}

/**
 * Reads a data folder from end to end and changes nothing: the database's own consistency, every snapshot, every step
 * applied in order, all that was accepted against what is there, every picture and attached file against the hash that is its name. Throws an {@link UpkeepError} where there is nothing to
 * be read.
 */
export function checkFolder(folder: string): Checked {
  const file = path.join(folder, DATABASE);
  if (!existsSync(file))
    throw new UpkeepError(`${folder}: There is no database of Gate Rope in this folder.`);
  // Before the database is looked at: a server at work notes what it accepts later.
  const accepted = readAccepted(folder);
  let sqlite: Database.Database;
  try {
    sqlite = new Database(file, { readonly: true });
    sqlite.prepare("select count(*) from documents").get();
  } catch (error) {
    throw UpkeepError.of(file, error);
  }
  try {
    const faults: string[] = [];
    // All of it as it stands at one moment: a server may be at work.
    sqlite.exec("begin");
    const integrity = sqlite.pragma("integrity_check", { simple: true });
    if (integrity !== "ok") faults.push(`The database is damaged: ${String(integrity)}`);
    if (sqlite.prepare("pragma foreign_key_check").all().length > 0)
      faults.push("The database holds rows that belong to no document.");
    const counts = { documents: 0, steps: 0, snapshots: 0 };
    const pictures = new Set<string>();
    const files = new Set<string>();
    const documents = sqlite
      .prepare<[], { id: string; version: number }>("select id, version from documents order by id")
      .all();
    for (const { id, version } of documents) {
      const found = checkDocument(sqlite, id, version);
      faults.push(...found.faults.map((fault) => `Document ${id}: ${fault}`));
      counts.documents++;
      counts.steps += found.steps;
      counts.snapshots += found.snapshots;
      for (const name of found.doc ? picturesIn(found.doc) : []) pictures.add(name);
      for (const { content } of attachedFiles(found.doc ? settingsOf(found.doc).registry : {}))
        files.add(content);
    }
    const standing = new Map(documents.map(({ id, version }) => [id, version]));
    const missing = missingFrom(standing, withoutGone(accepted, folder));
    if (missing)
      faults.push(
        `${missingMessage(missing)}: ${missing.documents.join(", ") || "the end of some documents"}.`,
      );
    faults.push(...checkPictures(folder, pictures), ...checkFiles(folder, files));
    return { ...counts, pictures: pictures.size, files: files.size, faults };
  } finally {
    sqlite.close();
  }
}

/** What was accepted, without documents that a server at work has let go of for good meanwhile. */
function withoutGone(accepted: Accepted, folder: string): Accepted {
  const now = readAccepted(folder);
  return new Map([...accepted].filter(([id]) => now.has(id)));
}

function checkDocument(sqlite: Database.Database, id: string, version: number) {
  const faults: string[] = [];
  const snapshots = sqlite
    .prepare<[string], { version: number; body: Buffer }>(
      "select version, body from snapshots where document_id = ? order by version",
    )
    .all(id);
  const steps = sqlite
    .prepare<[string], StepRow>(
      "select version, spans, client, number, step from steps where document_id = ? order by version",
    )
    .all(id);
  const stored = new Map(snapshots.map((it) => [it.version, it.body]));
  for (const it of snapshots)
    if (!readSnapshot(it.body)) faults.push(`its stored copy at version ${it.version} cannot be read.`);
  const first = snapshots.find((it) => readSnapshot(it.body));
  let doc: Node | null = first ? readSnapshot(first.body) : null;
  let at = first?.version ?? 0;
  const seen = new Set<string>();
  for (const { version: to, spans, client, number, step } of steps) {
    if (number !== null && seen.size === seen.add(`${client} ${number}`).size)
      faults.push(`the change ${number} of one window was accepted twice.`);
    if (!doc || to <= at) continue;
    if (to !== at + spans) {
      faults.push(`the changes between version ${at} and ${to} are not there.`);
      doc = null;
      continue;
    }
    doc = applied(doc, step);
    at = to;
    if (!doc) faults.push(`the change that led to version ${to} cannot be applied.`);
    const copy = stored.get(to);
    const same = copy && readSnapshot(copy);
    if (doc && same && !same.eq(doc))
      faults.push(`its stored copy at version ${to} differs from its changes.`);
  }
  if (snapshots.length === 0) faults.push("nothing of it is stored.");
  if (doc && at !== version) faults.push(`it ends at version ${at}, but should at ${version}.`);
  if (doc) faults.push(...checkBlocks(doc));
  return { doc, faults, steps: steps.length, snapshots: snapshots.length };
}

function applied(doc: Node, step: string): Node | null {
  try {
    return replayed(doc, stepsIn(step).map(stepFromJSON));
  } catch {
    return null;
  }
}

function checkBlocks(doc: Node): string[] {
  const ids = doc.content.content.map((block) => idOf(block));
  const faults: string[] = [];
  if (ids.some((id) => !id)) faults.push("a block of it has no id.");
  if (new Set(ids).size !== ids.length) faults.push("two blocks of it have the same id.");
  try {
    doc.check();
  } catch (error) {
    faults.push(`it is not valid: ${messageOf(error)}`);
  }
  return faults;
}

function checkPictures(folder: string, names: ReadonlySet<string>): string[] {
  const store = new PictureStore(path.join(folder, "pictures"));
  return [...names].flatMap((name) => {
    if (store.find(name)) return [];
    return [store.has(name) ? `The picture ${name} is damaged.` : `The picture ${name} is not there.`];
  });
}

function checkFiles(folder: string, contents: ReadonlySet<string>): string[] {
  const store = new ContentStore(path.join(folder, "files"));
  return [...contents].flatMap((content) => {
    if (store.find(content)) return [];
    return [
      store.has(content)
        ? `The attached file ${content} is damaged.`
        : `The attached file ${content} is not there.`,
    ];
  });
}
