import path from "node:path";
import { bookFonts } from "@/server/publishing/export-fonts";
import { editionScripts } from "@/server/publishing/edition-scripts";
import type { Makers } from "@/server/publishing/makings";

/** The threads as they were built into `dist`, with what they need. */
export const BUILT_MAKERS: Makers = {
  pdfThread: path.resolve("dist/pdf-thread.mjs"),
  archiveThread: path.resolve("dist/archive-thread.mjs"),
  editionThread: path.resolve("dist/edition-thread.mjs"),
  fonts: path.resolve("public/page-fonts"),
  bookFonts: () => bookFonts(process.cwd()),
  editionScripts: () => editionScripts(process.cwd()),
};
