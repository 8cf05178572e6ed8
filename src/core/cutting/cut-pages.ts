import type { DocumentIndex, Heading } from "@/core/index";
import { isOwnTitle } from "@/core/wayfinding";

/** A part of a document that readers open by itself. */
export interface ReadingPage {
  /** Its blocks, from the first to before the last. */
  readonly from: number;
  readonly to: number;
  /** The heading it begins with; null for what stands before the first. */
  readonly heading: Heading | null;
}

/** How long a page may be before it is cut. */
export interface PageMeasure {
  readonly most: number;
  /** How much stands before a block, the number of blocks for all of it. */
  readonly before: (block: number) => number;
}

/** A page of more words is cut: about as many as thirty printed pages hold. */
const MOST_WORDS = 10_000;

/** Pages measured by their words. */
function byWords({ headings, words }: DocumentIndex, most: number): PageMeasure {
  const before = new Map(headings.map(({ block, wordsBefore }) => [block, wordsBefore]));
  return { most, before: (block) => before.get(block) ?? words };
}

/**
 * Cuts a document into pages: one for each section of the highest level, its own title aside, and where such a one is long, one for each
 * section of the next level within it, and so on. Each block is in exactly one, in the order of the text. `measure`: how long pages may be; a
 * number of words, or another measure.
 */
export function cutPages(index: DocumentIndex, measure: number | PageMeasure = MOST_WORDS): ReadingPage[] {
  const { doc, headings } = index;
  const { most, before } = typeof measure === "number" ? byWords(index, measure) : measure;
  const starts: Heading[] = [];
  const cut = (within: readonly Heading[], end: number) => {
    const level = within.reduce((least, heading) => Math.min(least, heading.level), 7);
    const tops = within.flatMap((heading, i) => (heading.level === level ? [i] : []));
    tops.forEach((at, i) => {
      const next = tops[i + 1] ?? within.length;
      const until = within[next]?.block ?? end;
      starts.push(within[at]!);
      if (before(until) - before(within[at]!.block) > most) cut(within.slice(at + 1, next), until);
    });
  };
  cut(isOwnTitle(doc, headings[0]) ? headings.slice(1) : headings, doc.childCount);
  const pages = starts.map((heading, i) => ({
    from: heading.block,
    to: starts[i + 1]?.block ?? doc.childCount,
    heading,
  }));
  const begins = pages[0]?.from ?? doc.childCount;
  return begins > 0
    ? [
        { from: 0, to: begins, heading: headings[0] && headings[0].block < begins ? headings[0] : null },
        ...pages,
      ]
    : pages;
}
