import { namesPages } from "@/core/compute/facts";
import type { DocumentIndex } from "@/core/index";
import type { Pictures } from "@/core/document";
import { layOutWhole } from "./lay-out-whole";

const pageCountCache = new WeakMap<DocumentIndex, Promise<number>>();

/** How many pages a document has, where a value that is computed in its text asks for that; null where none does. */
export async function pagesAskedFor(
  index: DocumentIndex,
  fonts: string,
  pictures: () => Promise<Pictures>,
): Promise<number | null> {
  if (!index.computed.some(({ expression }) => namesPages(expression))) return null;
  let pages = pageCountCache.get(index);
  if (!pages) {
    pages = pictures().then(async (own) => (await layOutWhole(index, fonts, own)).labels.count);
    pageCountCache.set(index, pages);
    pages.catch(() => pageCountCache.delete(index));
  }
  return pages;
}
