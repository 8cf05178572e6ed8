/** The thread in which files are read, one after the other; ended by whoever asked when a file takes too long. */
import { readFileSync, realpathSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { Transform } from "prosemirror-transform";
import { indexDocument, updatedFrom, type DocumentIndex } from "@/core/index";
import { documentJSON, schema, settingsOf, type Picture } from "@/core/document";
import { replaceWith, stepToJSON } from "@/core/steps";
import { DropLog, LIMITS, readFile, ReadError, whatCameIn, type Archive } from "@/core/formats";
import type { ImportReport } from "@/core/formats/import-report";
import { proposedTitles } from "@/core/structure";
import { messageOf } from "@/core/thrown";
import { fileArchive } from "./file-archive";
import { unpacked, type PackedFile } from "./packed-file";
import { summaryOf } from "./summary";
import { answerOrders } from "../answer-orders";
import type { ReadingOrder, ReadOutcome } from "./messages";

async function read(order: ReadingOrder, progress: (done: number) => void): Promise<ReadOutcome> {
  const dropped = new DropLog();
  if (typeof order.source !== "string") return readFrom(order, order.source, dropped, progress);
  try {
    const archive = await fileArchive(order.source, dropped);
    try {
      return readFrom(order, archive, dropped, progress);
    } finally {
      archive.close();
    }
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return { ok: false, error: { file: order.name, reason: error.reason, line: error.line } };
  }
}

function readFrom(
  order: ReadingOrder,
  source: Uint8Array | Archive,
  dropped: DropLog,
  progress: (done: number) => void,
): ReadOutcome {
  const { spool, within } = order;
  const packed = within !== undefined && source instanceof Uint8Array ? unpackedOrWhy(source, within) : null;
  if (typeof packed === "string")
    return { ok: false, error: { file: order.name, reason: packed, line: null } };
  const result = readFile(order.name, packed?.bytes ?? source, {
    progress,
    dropped,
    ...(spool !== undefined && { putAway: intoSpool(spool) }),
    all: order.all ?? false,
    ...(order.language !== undefined && { language: order.language }),
    pictureAt: (address) =>
      packed ? packed.at(address) : order.folder ? besideFile(order.folder, address) : null,
  });
  if (!result.ok) return result;
  const { pictures, files = [] } = result.manuscript;
  const read = indexDocument(result.manuscript.doc);
  const { comments, changes } = result.talk;
  const report = {
    file: order.name,
    language: { tag: settingsOf(read.doc).language, recognised: result.recognised },
    cameIn: whatCameIn(read),
    dropped: result.dropped,
    // Of plain text they are looked at before a document is made.
    ...(result.format !== "text" && titlesWithoutLevels(read)),
    ...(comments.length > 0 && { comments }),
    ...(changes.length > 0 && { changes }),
  };
  const update = order.update === undefined ? null : updated(order.update, read);
  const index = update?.index ?? read;
  return {
    ok: true,
    format: result.format,
    json: documentJSON(index.doc),
    pictures: [...pictures].map(([name, { type, bytes }]) => ({
      name,
      type,
      source: spool === undefined ? bytes : path.join(spool, name),
    })),
    files: [...files],
    report,
    summary: summaryOf(index),
    steps: update?.steps ?? null,
  };
}

/** The lines that look like titles, counted where at most the document's own title has a level. */
function titlesWithoutLevels({ doc, headings }: DocumentIndex): Pick<ImportReport, "titles"> {
  const titles = headings.length > 1 ? 0 : proposedTitles(doc).length;
  return titles > 0 ? { titles } : {};
}

/** Puts pictures into a folder as they are met. */
function intoSpool(folder: string): (name: string, picture: Picture) => Picture {
  return (name, { type, bytes }) => {
    writeFileSync(path.join(folder, name), bytes);
    return { type, bytes: new Uint8Array() };
  };
}

function unpackedOrWhy(zip: Uint8Array, within: string): PackedFile | string {
  try {
    return unpacked(zip, within);
  } catch (error) {
    return `What came with the file could not be unpacked: ${messageOf(error)}`;
  }
}

/** The updated document, as the file says it, and the steps that lead there. */
function updated(json: string, file: DocumentIndex) {
  const doc = schema.nodeFromJSON(JSON.parse(json));
  const tr = replaceWith(new Transform(doc), updatedFrom(indexDocument(doc), file));
  return { index: indexDocument(tr.doc), steps: tr.steps.map(stepToJSON) };
}

/** A picture in the file's own folder or below it, never outside. */
function besideFile(folder: string, address: string): Uint8Array | null {
  try {
    const root = realpathSync(folder);
    const place = realpathSync(path.resolve(root, address.split(/[?#]/)[0]!));
    if (!place.startsWith(root + path.sep) || statSync(place).size > LIMITS.pictureBytes) return null;
    return new Uint8Array(readFileSync(place));
  } catch {
    return null;
  }
}

answerOrders<ReadingOrder, ReadOutcome, number>(() => read);
