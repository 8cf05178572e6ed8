import { attachedFiles, documentJSON, settingsOf, type Manuscript } from "@/core/document";
import type { PdfOrder } from "./messages";

/** A document as the thread takes it. */
export function pdfOrder(
  { doc, pictures, files = new Map() }: Manuscript,
  {
    attachments = [],
    asked = [],
    ...rest
  }: Pick<PdfOrder, "options" | "fonts" | "file"> & Partial<Pick<PdfOrder, "attachments" | "asked">>,
): PdfOrder {
  const attached = attachedFiles(settingsOf(doc).registry).flatMap(({ id, name, type, content }) => {
    const bytes = files.get(content);
    return bytes ? [{ id, name, type, bytes }] : [];
  });
  return {
    json: documentJSON(doc),
    pictures: [...pictures].map(([name, picture]) => ({ name, ...picture })),
    attachments: [...attached, ...attachments],
    asked,
    ...rest,
  };
}
