import type { DocumentIndex } from "@/core/index";
import { isKind } from "@/core/document";
import type { CameIn } from "./import-report";

/** How much of each kind a document holds. */
export function whatCameIn(index: DocumentIndex): Record<CameIn, number> {
  let [pictures, formulas, definitions] = [0, 0, 0];
  index.doc.descendants((node) => {
    if (isKind(node, "picture")) pictures++;
    else if (isKind(node, "formula")) formulas++;
    else if (isKind(node, "term")) definitions++;
  });
  return {
    words: index.words,
    headings: index.headings.length,
    links: index.links.length,
    bookmarks: index.bookmarks.length,
    notes: index.notes.length,
    figures: index.figures.length,
    pictures,
    tables: index.tables.length,
    equations: index.equations.length + formulas,
    definitions,
    lists: index.contentsLists.length,
  };
}
