import type { Manuscript } from "@/core/document";
import { orderedText } from "../document-order";
import type { ArchiveOrder } from "./messages";

/** A document as the thread takes it. */
export function archiveOrder(
  manuscript: Manuscript,
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
    ...orderedText(manuscript),
    from,
    clean,
    asked,
    bookFonts,
    ...rest,
  };
}
