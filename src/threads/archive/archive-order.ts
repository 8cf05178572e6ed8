import { documentJSON, type Manuscript } from "@/core/document";
import type { ArchiveOrder } from "./messages";

/** A document as the thread takes it. */
export function archiveOrder(
  { doc, pictures }: Manuscript,
  {
    from = null,
    clean = false,
    asked = [],
    bookFonts = [],
    ...rest
  }: Pick<ArchiveOrder, "format" | "fonts" | "file"> &
    Partial<Pick<ArchiveOrder, "from" | "clean" | "asked" | "bookFonts">>,
): ArchiveOrder {
  return {
    json: documentJSON(doc),
    pictures: [...pictures].map(([name, picture]) => ({ name, ...picture })),
    from,
    clean,
    asked,
    bookFonts,
    ...rest,
  };
}
