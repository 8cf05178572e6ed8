import { attachedFiles, settingsOf, type Manuscript } from "@/core/document";
import { orderedText } from "../document-order";
import type { PdfOrder } from "./messages";

/** A document as the thread takes it. */
export function pdfOrder(
  manuscript: Manuscript,
  {
    attachments = [],
    asked = [],
    ...rest
  }: Pick<PdfOrder, "options" | "fonts" | "file"> & Partial<Pick<PdfOrder, "attachments" | "asked">>,
): PdfOrder {
  const { doc, files = new Map() } = manuscript;
  const attached = attachedFiles(settingsOf(doc).registry).flatMap(({ id, name, type, content }) => {
    const bytes = files.get(content);
    return bytes ? [{ id, name, type, bytes }] : [];
  });
  return {
    ...orderedText(manuscript),
    attachments: [...attached, ...attachments],
    asked,
    ...rest,
  };
}
