import { documentJSON, type Manuscript } from "@/core/document";
import type { PdfOrder } from "./messages";

/** A document as the thread takes it. */
export function pdfOrder(
  { doc, pictures }: Manuscript,
  rest: Pick<PdfOrder, "options" | "fonts" | "file"> & Partial<Pick<PdfOrder, "attachments">>,
): PdfOrder {
  return {
    json: documentJSON(doc),
    pictures: [...pictures].map(([name, picture]) => ({ name, ...picture })),
    attachments: [],
    ...rest,
  };
}
