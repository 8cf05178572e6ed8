import type { Node } from "prosemirror-model";
import type { Heading, Section } from "./destination";

/** The sections that headings open, in order; a section ends at the next heading of the same or a higher rank. */
export function sectionsOf(headings: readonly Heading[], doc: Node, words: number): Section[] {
  const sections = new Array<Section>(headings.length);
  const parents = new Array<number>(headings.length);
  const open: number[] = [];
  const close = (end: number, endBlock: number, wordsBefore: number) => {
    const i = open.pop()!;
    const heading = headings[i]!;
    sections[i] = { heading, parent: parents[i]!, end, endBlock, words: wordsBefore - heading.wordsBefore };
  };
  for (let i = 0; i < headings.length; i++) {
    const { level, pos, block, wordsBefore } = headings[i]!;
    while (open.length > 0 && headings[open[open.length - 1]!]!.level >= level)
      close(pos, block, wordsBefore);
    parents[i] = open.length > 0 ? open[open.length - 1]! : -1;
    open.push(i);
  }
  while (open.length > 0) close(doc.content.size, doc.childCount, words);
  return sections;
}
