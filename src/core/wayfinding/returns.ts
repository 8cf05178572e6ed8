import type { DestinationId, ReturnRule } from "@/core/document";
import type { DocumentIndex, Heading } from "@/core/destinations";

/** A link back, placed after the last block of a section. */
export interface ReturnLink {
  /** Position between two blocks at which it stands. */
  readonly pos: number;
  /** Number of blocks before it. */
  readonly block: number;
  /** The section it ends: where several end at once, the innermost that the rule names. */
  readonly section: Heading;
  /** The contents list it leads to; null for the top of the document. */
  readonly to: DestinationId | null;
  readonly words: string;
}

const WORDS = { contents: "Back to contents", top: "Back to top" };

/**
 * The return links that the document's rule asks for, in order of place: one where a section of a named level ends,
 * however many of them end there. They lead to the first contents list, or to the top where there is none. A section
 * that holds no more than its heading gets none, nor does one that the contents list itself stands in.
 */
export function returnLinks(index: DocumentIndex): ReturnLink[] {
  const rule = index.doc.attrs.returns as ReturnRule;
  if (rule.levels.length === 0) return [];
  const contents = index.contentsLists[0] ?? null;
  const words = rule.words || (contents ? WORDS.contents : WORDS.top);
  const byBlock = new Map<number, ReturnLink>();
  for (const section of index.sections) {
    if (!rule.levels.includes(section.heading.level)) continue;
    if (section.endBlock - section.heading.block < 2) continue;
    if (
      contents &&
      contents.block > section.heading.block &&
      contents.block < section.endBlock &&
      section.endBlock - section.heading.block < 3
    )
      continue;
    byBlock.set(section.endBlock, {
      pos: section.end,
      block: section.endBlock,
      section: section.heading,
      to: contents?.id ?? null,
      words,
    });
  }
  return [...byBlock.values()].sort((a, b) => a.block - b.block);
}
