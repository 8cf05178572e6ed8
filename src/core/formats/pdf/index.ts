/** PDF (ISO 32000-2), written from laid-out pages and read back to prove that every link lands. */
export { optionFault, pdfOptionsSchema, type PdfOptions } from "./options";
export {
  writePdf,
  type PdfAttachment,
  type PdfParts,
  type PdfPicture,
  type PromisedPdfLink,
  type WrittenPdf,
} from "./write";
export type { Deflate } from "./packed-document";
export { provePdf, type FailedPdfLink, type PdfProof } from "./proof";
