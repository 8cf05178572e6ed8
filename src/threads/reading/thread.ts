/** The thread in which files are read, one after the other; ended by whoever asked when a file takes too long. */
import { readFileSync, realpathSync, statSync } from "node:fs";
import path from "node:path";
import { Transform } from "prosemirror-transform";
import { indexDocument, updatedFrom, type DocumentIndex } from "@/core/index";
import { documentJSON, schema, settingsOf } from "@/core/document";
import { replaceWith, stepToJSON } from "@/core/steps";
import { LIMITS, readFile, whatCameIn } from "@/core/formats";
import { messageOf } from "@/core/thrown";
import { unpacked, type PackedFile } from "./packed-file";
import { summaryOf } from "./summary";
import { answerOrders } from "../answer-orders";
import type { ReadingOrder, ReadOutcome } from "./messages";

function read(order: ReadingOrder, progress: (done: number) => void): ReadOutcome {
  const packed = order.within === undefined ? null : unpackedOrWhy(order.bytes, order.within);
  if (typeof packed === "string")
    return { ok: false, error: { file: order.name, reason: packed, line: null } };
  const result = readFile(order.name, packed?.bytes ?? order.bytes, {
    progress,
    all: order.all ?? false,
    ...(order.language !== undefined && { language: order.language }),
    pictureAt: (address) =>
      packed ? packed.at(address) : order.folder ? besideFile(order.folder, address) : null,
  });
  if (!result.ok) return result;
  const { pictures, files = [] } = result.manuscript;
  const read = indexDocument(result.manuscript.doc);
  const report = {
    file: order.name,
    language: { tag: settingsOf(read.doc).language, recognised: result.recognised },
    cameIn: whatCameIn(read),
    dropped: result.dropped,
  };
  const update = order.update === undefined ? null : updated(order.update, read);
  const index = update?.index ?? read;
  return {
    ok: true,
    format: result.format,
    json: documentJSON(index.doc),
    pictures: [...pictures].map(([name, { type, bytes }]) => ({ name, type, bytes })),
    files: [...files],
    report,
    summary: summaryOf(index),
    steps: update?.steps ?? null,
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
