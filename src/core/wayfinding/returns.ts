import { shortened, type DestinationId, type ReturnRule } from "@/core/document";
import type { DocumentIndex, Heading, Section } from "@/core/destinations";
import { contentsList } from "./lists";

/** A link back, placed after the last block of a section. */
export interface ReturnLink {
  /** Position between two blocks at which it stands. */
  readonly pos: number;
  /** Number of blocks before it. */
  readonly block: number;
  /** The section it ends: where several end at once, the innermost that the rule names. */
  readonly section: Heading;
  /** The place it leads to; null for the top of the document. */
  readonly to: DestinationId | null;
  readonly words: string;
}

const WORDS = { contents: "Back to contents", top: "Back to top" };

/**
 * The return links that the document's rule asks for, in order of place: one where a section of a named level ends,
 * however many of them end there. They lead where the rule says, or to the top where that is not there. A section
 * that holds no more than its heading gets none, nor does one that the contents list itself stands in.
 */
export function returnLinks(index: DocumentIndex): ReturnLink[] {
  const rule = index.doc.attrs.returns as ReturnRule;
  if (rule.levels.length === 0) return [];
  const contents = contentsList(index);
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
    const { to, words } = leadOf(rule, section, index);
    byBlock.set(section.endBlock, {
      pos: section.end,
      block: section.endBlock,
      section: section.heading,
      to,
      words: rule.words || words,
    });
  }
  return [...byBlock.values()].sort((a, b) => a.block - b.block);
}

const TOP = { to: null, words: WORDS.top };

/** Where the link after a section leads, with words that fit. */
function leadOf(
  { to = "contents" }: ReturnRule,
  section: Section,
  index: DocumentIndex,
): { to: DestinationId | null; words: string } {
  if (to === "top") return TOP;
  if (to === "parent") {
    const parent = index.sections[section.parent]?.heading;
    return parent ? backTo(parent) : TOP;
  }
  if (typeof to === "object") {
    const place = index.destination(to.place as DestinationId);
    return place ? backTo(place) : TOP;
  }
  const contents = contentsList(index);
  return contents ? { to: contents.id, words: WORDS.contents } : TOP;
}

function backTo({ id, name }: { id: DestinationId; name: string }): { to: DestinationId; words: string } {
  return { to: id, words: `Back to ${shortened(name, 60) || "the section"}` };
}
