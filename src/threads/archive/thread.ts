/** The thread in which a file of a word processor or an e-book is written, and its links are followed: one file, one thread. */
import { closeSync, openSync, readFileSync, writeSync } from "node:fs";
import { indexDocument } from "@/core/index";
import { schema } from "@/core/document";
import { DropLog, zipped } from "@/core/formats";
import { proveArchive, writeArchive } from "@/core/formats/write-archive";
import type { FileStage } from "@/core/collab";
import { libraryOf, resolveLinks } from "@/core/links";
import { zipArchive } from "@/core/formats/archive/zip-archive";
import { answerOrders } from "../answer-orders";
import { orderedPictures } from "../document-order";
import { layOutWhole } from "../pdf/lay-out-whole";
import { compileForOneRun } from "../pdf/one-run";
import type { ArchiveOrder, ArchiveOutcome } from "./messages";
import { stillPicture } from "./still-picture";

compileForOneRun();

async function make(order: ArchiveOrder, report: (stage: FileStage) => void): Promise<ArchiveOutcome> {
  const { format, fonts } = order;
  const pictures = orderedPictures(order);
  report({ stage: "pages", done: 0, of: 1 });
  const layout = await layOutWhole(
    indexDocument(schema.nodeFromJSON(JSON.parse(order.json))),
    fonts,
    pictures,
  );
  const { count } = layout.labels;
  const stills = new Map<string, Uint8Array | null>();
  for (const [name, picture] of pictures) stills.set(name, await stillPicture(picture));
  report({ stage: "writing", done: 0, of: 1 });
  const library = libraryOf(new Map(order.asked));
  const { files, promised } = writeArchive({ doc: layout.index.doc, pictures }, format, {
    pages: layout,
    pageCount: count,
    library,
    from: order.from,
    clean: order.clean,
    fonts: order.bookFonts,
    still: (name) => stills.get(name) ?? null,
    made: new Date(),
  });
  const file = openSync(order.file, "w");
  let bytes = 0;
  try {
    for (const piece of zipped(files)) {
      for (let at = 0; at < piece.length;) at += writeSync(file, piece, at);
      bytes += piece.length;
    }
  } finally {
    closeSync(file);
  }
  report({ stage: "proof", done: 0, of: 1 });
  const proof = proveArchive(
    format,
    zipArchive(new Uint8Array(readFileSync(order.file)), new DropLog()),
    promised,
  );
  const leftOut = resolveLinks(layout.index, library).filter(({ lands }) => !lands).length;
  return { ok: true, pages: count, bytes, proof: { ...proof, pages: count }, leftOut, missing: [] };
}

answerOrders<ArchiveOrder, ArchiveOutcome, FileStage>(() => make);
