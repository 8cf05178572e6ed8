import { zlibSync } from "fflate";
import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import type { Node } from "prosemirror-model";
import { indexDocument } from "@/core/index";
import type { PdfParts } from "@/core/formats/pdf";
import { UNKNOWN_LIBRARY } from "@/core/links";
import {
  layOutWith,
  Resources,
  type FontTableFile,
  type PageLayout,
  type ResourceSource,
} from "@/core/layout";

const folder = fileURLToPath(new URL("../public/page-fonts/", import.meta.url));

/** The whole font of a key, as it is built into the application. */
export const pageFont = (key: string) => readFileSync(`${folder}${key}.ttf`);

/** What a PDF is written of in a test: the fonts as they are built, no pictures, nothing attached. */
export const PLAIN_PDF: PdfParts = {
  font: pageFont,
  picture: () => null,
  attachments: [],
  library: UNKNOWN_LIBRARY,
  deflate: zlibSync,
  made: new Date(0),
};

const resources = new Resources();

/** What pages are laid out with, from the fonts as they are built; every picture has the size that is said. */
export const builtResources = (picture = { width: 400, height: 300 }): ResourceSource => ({
  fontTable: (key) =>
    Promise.resolve(JSON.parse(readFileSync(`${folder}${key}.json`, "utf8")) as FontTableFile),
  font: (key) => Promise.resolve(pageFont(key)),
  pictureSize: () => Promise.resolve(picture),
});

/** Lays out a document with all that it needs; every picture has the size that is said. */
export async function laidOut(
  doc: Node,
  {
    earlier,
    picture = { width: 400, height: 300 },
  }: { earlier?: PageLayout; picture?: { width: number; height: number } } = {},
): Promise<PageLayout> {
  const source = builtResources(picture);
  const layout = await layOutWith(
    indexDocument(doc, earlier?.index),
    resources,
    source,
    earlier ? { earlier } : {},
  );
  if (!layout?.complete) throw new Error("something that pages are laid out with is missing");
  return layout;
}
