import type { DocumentIndex } from "@/core/index";
import { cutPages, type ReadingPage } from "../cutting/cut-pages";
import type { WrittenBlocks } from "./written-blocks";

/** A page of an edition: a section, or a part of one that is long and has none within it. */
export interface EditionPage extends ReadingPage {
  /** Which part of its section it is, from 1. */
  readonly part: number;
  readonly parts: number;
}

/** A page with more HTML is cut, in letters: it opens at once on a slow phone. */
export const MAX_PAGE_LETTERS = 100_000;

/** Cuts a document into the pages of an edition: by its sections, and by blocks where a long one has none within it. */
export function editionPages(
  index: DocumentIndex,
  blocks: WrittenBlocks,
  most = MAX_PAGE_LETTERS,
): EditionPage[] {
  const before = (block: number) => blocks.lettersBefore(block);
  const pages = cutPages(index, { most, before });
  return pages.flatMap((page) => {
    // One that is only somewhat long is better whole.
    if (before(page.to) - before(page.from) <= 2 * most) return { ...page, part: 1, parts: 1 };
    const starts = [page.from];
    for (let block = page.from + 1; block < page.to; block++)
      if (before(block + 1) - before(starts.at(-1)!) > most) starts.push(block);
    return starts.map((from, i) => ({
      ...page,
      from,
      to: starts[i + 1] ?? page.to,
      part: i + 1,
      parts: starts.length,
    }));
  });
}
