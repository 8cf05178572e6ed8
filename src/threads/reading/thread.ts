/** The thread in which files are read, one after the other; ended by whoever asked when one takes too long. */
import { readFileSync, realpathSync, statSync } from "node:fs";
import path from "node:path";
import { indexDocument } from "@/core/destinations";
import { documentJSON, settingsOf } from "@/core/document";
import { LIMITS, readFile } from "@/core/formats";
import { summaryOf } from "./summary";
import { answerOrders } from "../answer-orders";
import type { ReadingOrder, ReadOutcome } from "./messages";

function read(order: ReadingOrder, progress: (done: number) => void): ReadOutcome {
  const result = readFile(order.name, order.bytes, {
    progress,
    all: order.all ?? false,
    ...(order.language !== undefined && { language: order.language }),
    pictureAt: (address) => (order.folder ? besideFile(order.folder, address) : null),
  });
  if (!result.ok) return result;
  const { doc, pictures, files = [] } = result.manuscript;
  return {
    ok: true,
    format: result.format,
    language: { tag: settingsOf(doc).language, recognised: result.recognised },
    json: documentJSON(doc),
    pictures: [...pictures].map(([name, { type, bytes }]) => ({ name, type, bytes })),
    files: [...files],
    dropped: result.dropped,
    summary: summaryOf(indexDocument(doc)),
  };
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
