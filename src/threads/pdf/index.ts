/** PDF files are written and read back in a thread of their own; for the server and the command line. */
export { layOutWhole } from "./lay-out-whole";
export { compileForOneRun } from "./one-run";
export { pagesAskedFor } from "./pages-asked-for";
export { pdfOrder } from "./pdf-order";
export { pdfInThread, type PdfInMaking } from "./pdf-in-thread";
export type { MadePdf, PdfOrder, PdfOutcome } from "./messages";
