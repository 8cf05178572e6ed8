/** The thread in which a PDF is written and read back: one file, one thread, ended by whoever asked. */
import { closeSync, openSync, readFileSync, writeSync } from "node:fs";
import path from "node:path";
import { indexDocument } from "@/core/index";
import { contentOf, documentTitle, type Manuscript, schema, shortened } from "@/core/document";
import { fileNameFor, FORMATS, writeFile } from "@/core/formats";
import { optionFault, provePdf, writePdf, type PdfPicture } from "@/core/formats/pdf";
import type { FileStage } from "@/core/collab";
import { libraryOf } from "@/core/links";
import { deflate } from "./deflate";
import { orderedPictures } from "../document-order";
import { layOutWhole } from "./lay-out-whole";
import { compileForOneRun } from "./one-run";
import { pictureForPdf } from "./picture-for-pdf";
import { answerOrders } from "../answer-orders";
import type { PdfOrder, PdfOutcome } from "./messages";

compileForOneRun();

async function make(order: PdfOrder, report: (stage: FileStage) => void): Promise<PdfOutcome> {
  const { options, fonts } = order;
  const pictures = orderedPictures(order);
  report({ stage: "pages", done: 0, of: 1 });
  const index = indexDocument(schema.nodeFromJSON(JSON.parse(order.json)));
  const layout = await layOutWhole(index, fonts, pictures);
  const fault = optionFault(options, layout.labels.count);
  if (fault) return { ok: false, reason: fault };
  const prepared = new Map<string, PdfPicture | null>();
  for (const [name, picture] of pictures) prepared.set(name, await pictureForPdf(picture, options.quality));

  const file = openSync(order.file, "w");
  let bytes = 0;
  let written;
  try {
    written = await writePdf(
      layout,
      {
        font: (key) => readFileSync(path.join(fonts, `${key}.ttf`)),
        picture: (name) => prepared.get(name) ?? null,
        attachments: [
          ...(options.attachSource ? [sourceOf({ doc: index.doc, pictures, files: filesIn(order) })] : []),
          ...order.attachments,
        ],
        library: libraryOf(new Map(order.asked)),
        deflate,
        made: new Date(),
      },
      options,
      (chunk) => {
        for (let at = 0; at < chunk.length;) at += writeSync(file, chunk, at);
        bytes += chunk.length;
      },
      (done, of) => report({ stage: "writing", done, of }),
    );
  } finally {
    closeSync(file);
  }
  const proof = await provePdf(
    new Uint8Array(readFileSync(order.file)),
    written.promised,
    options.opening || options.owner,
    (done, of) => report({ stage: "proof", done, of }),
  );
  return {
    ok: true,
    pages: written.pages,
    bytes,
    proof,
    leftOut: written.leftOut,
    missing: [...layout.missing].map(([character, pos]) => ({
      character,
      page: layout.labelAt(pos),
      section: shortened(layout.index.sectionAt(pos)?.name ?? "", 120),
    })),
  };
}

function filesIn({ attachments }: PdfOrder): Map<string, Uint8Array> {
  return new Map(attachments.filter(({ id }) => id).map(({ bytes }) => [contentOf(bytes), bytes]));
}

/** The document in its open form. */
function sourceOf(manuscript: Manuscript) {
  return {
    name: fileNameFor(documentTitle(manuscript.doc), FORMATS.gaterope.endings[0]),
    type: "application/json",
    bytes: new TextEncoder().encode(writeFile(manuscript, "gaterope").text),
  };
}

answerOrders<PdfOrder, PdfOutcome, FileStage>(() => make);
