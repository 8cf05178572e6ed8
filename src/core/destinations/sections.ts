import type { Node } from "prosemirror-model";
import type { Heading, Section } from "./destination";

/** The sections that headings open, in order; a section ends at the next heading of the same or a higher rank. */
export function sectionsOf(headings: readonly Heading[], doc: Node, words: number): Section[] {
  const sections = headings.map((heading) => ({
    heading,
    parent: -1,
    end: doc.content.size,
    endBlock: doc.childCount,
    words: words - heading.wordsBefore,
  }));
  const open: number[] = [];
  sections.forEach((section, i) => {
    const { level, pos, block, wordsBefore } = section.heading;
    while (open.length > 0 && sections[open.at(-1)!]!.heading.level >= level) {
      const ended = sections[open.pop()!]!;
      ended.end = pos;
      ended.endBlock = block;
      ended.words = wordsBefore - ended.heading.wordsBefore;
    }
    section.parent = open.at(-1) ?? -1;
    open.push(i);
  });
  return sections;
}
