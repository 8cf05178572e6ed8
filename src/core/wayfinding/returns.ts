import {
  type DestinationId,
  fixedWordsOf,
  isKind,
  knownId,
  type LinkTarget,
  type ReturnRule,
  settingsOf,
  shortened,
} from "@/core/document";
import type { Destination, DocumentIndex, Heading, Section } from "@/core/index";
import { partitionPoint } from "@/core/order";
import { inBrief } from "./contents";
import { contentsList, titleOf } from "./lists";
import { estimatedPages } from "./text-scale";

/** A link that leads on from the end of a section. */
export interface WayOn {
  readonly rel: "back" | "previous" | "parent" | "next";
  /** The place it leads to; null for the top of the document. */
  readonly to: DestinationId | null;
  readonly words: string;
}

/** A link back, placed after the last block of a section. */
export interface ReturnLink {
  /** Position between two blocks at which it stands. */
  readonly pos: number;
  /** Where the section ends: there, or behind generated lists that end the document and are no part of its text. */
  readonly end: number;
  /** Number of blocks before it. */
  readonly block: number;
  /** The section it ends: where several end at once, the innermost that the rule names. */
  readonly section: Heading;
  /** All links that stand there: first the one back, then steps to the sections around where the rule asks for them. */
  readonly ways: readonly [back: WayOn, ...steps: WayOn[]];
}

/**
 * The return links that the document's rule asks for, in order of place: one where a section of a named level ends,
 * however many of them end there. They lead where the rule says, or to the top where that is not there. A section
 * that holds no more than its heading gets none, nor does one that the contents list itself stands in.
 */
export function returnLinks(index: DocumentIndex): ReturnLink[] {
  const rule = settingsOf(index.doc).returns;
  if (rule.levels.length === 0 && rule.closer === undefined) return [];
  const contents = contentsList(index);
  const named = rule.also?.includes("steps")
    ? index.headings.filter(({ level }) => rule.levels.includes(level))
    : null;
  const byBlock = new Map<number, ReturnLink>();
  const deeper = rule.closer === undefined ? null : closerEnds(index, rule.levels, rule.closer);
  for (const section of index.sections) {
    if (!rule.levels.includes(section.heading.level) && !deeper?.has(section)) continue;
    if (section.endBlock - section.heading.block < 2) continue;
    if (
      contents &&
      contents.block > section.heading.block &&
      contents.block < section.endBlock &&
      section.endBlock - section.heading.block < 3
    )
      continue;
    const { to, words } = leadOf(rule, section, index);
    const back: WayOn = { rel: "back", to, words: rule.words || words };
    const at = beforeEndLists(section, index);
    byBlock.set(at.block, {
      ...at,
      end: section.end,
      section: section.heading,
      ways: [back, ...stepsFrom(section, named, index, to)],
    });
  }
  return [...byBlock.values()].sort((a, b) => a.block - b.block);
}

/**
 * The sections of levels that the rule does not name at whose ends a way back is to stand as well, so that none is farther from a spot than so many
 * pages as the text is estimated: from each way back on, the last end that is near enough.
 */
function closerEnds(index: DocumentIndex, levels: readonly number[], pages: number): ReadonlySet<Section> {
  const { sections, doc } = index;
  const { pageOf } = estimatedPages(doc);
  const most = 2 * pages * MARGIN;
  const ends = sections
    .map((section) => ({ section, at: pageOf(section.end), named: levels.includes(section.heading.level) }))
    .sort((a, b) => a.section.end - b.section.end || Number(b.named) - Number(a.named));
  const lists = index.contentsLists.map(({ pos }) => pageOf(pos));
  const chosen = new Set<Section>();
  let [last, list] = [0, 0];
  let near: (typeof ends)[number] | null = null;
  for (const end of ends) {
    for (; list < lists.length && lists[list]! <= end.at; list++) {
      if (near && lists[list]! - last > most) chosen.add(near.section);
      last = lists[list]!;
      near = null;
    }
    while (end.at - last > most && near) {
      chosen.add(near.section);
      last = near.at;
      near = null;
    }
    if (end.named) {
      last = end.at;
      near = null;
    } else if (end.at - last > most) {
      chosen.add(end.section);
      last = end.at;
      near = null;
    } else if (end.at > last) near = end;
  }
  // The last way back is as near to the end as the others to each other, on one side.
  if (near && pageOf(doc.content.size) - last > most / 2) chosen.add(near.section);
  return chosen;
}

/** Pages that are laid out are not those that are estimated. */
const MARGIN = 0.75;

/** Where the text of a section ends: before generated lists with which the document ends. */
function beforeEndLists(
  { heading, end, endBlock }: Section,
  { doc }: DocumentIndex,
): { pos: number; block: number } {
  let [pos, block] = [end, endBlock];
  if (block < doc.childCount) return { pos, block };
  for (let last = doc.child(block - 1); block - 1 > heading.block + 1; last = doc.child(block - 1)) {
    if (!isKind(last, "contents_list")) break;
    pos -= last.nodeSize;
    block--;
  }
  return { pos, block };
}

/**
 * Links to the sections before and after one, of those that a rule names, and to the one around it, unless the way back leads there. None
 * where the rule asks for none (null).
 */
function stepsFrom(
  { heading, end, parent }: Section,
  named: readonly Heading[] | null,
  { sections, doc }: DocumentIndex,
  back: DestinationId | null,
): WayOn[] {
  if (!named) return [];
  const says = fixedWordsOf(doc);
  const firstFrom = (pos: number) => partitionPoint(named.length, (i) => named[i]!.pos < pos);
  const way = (rel: WayOn["rel"], called: string, place: Heading | undefined): WayOn[] =>
    place && place.id !== back
      ? [
          {
            rel,
            to: place.id,
            words: `${called}: ${shortened(inBrief(place), 60) || says.untitled}`,
          },
        ]
      : [];
  return [
    ...way("previous", says.previous, named[firstFrom(heading.pos) - 1]),
    ...way("parent", says.up, sections[parent]?.heading),
    ...way("next", says.next, named[firstFrom(end)]),
  ];
}

/** The sign beside headings. */
export const HEADING_SIGN = "↑";

/** Whether such a sign stands beside each heading. */
export function leadsFromHeadings({ doc }: DocumentIndex): boolean {
  return settingsOf(doc).returns.also?.includes("headings") ?? false;
}

/** Where the sign beside each heading leads, and the link that stays in view: where return links lead, or to the contents list. */
export function wayHome(index: DocumentIndex): WayOn {
  const rule = settingsOf(index.doc).returns;
  const contents = contentsList(index);
  const says = fixedWordsOf(index.doc);
  const home =
    contents && rule.to !== "top"
      ? { to: contents.id, words: says.backToContents }
      : { to: null, words: says.backToTop };
  return { rel: "back", to: home.to, words: rule.words || home.words };
}

/**
 * Where a page line's `{contents}` leads and what it says: where the document's return links lead, which is the contents list unless
 * they were told otherwise. Null where that has no contents list to lead to.
 */
export function wayHomeOfPages(index: DocumentIndex): { target: LinkTarget; words: string } | null {
  const { to = "contents" } = settingsOf(index.doc).returns;
  const says = fixedWordsOf(index.doc);
  if (typeof to === "object") {
    const place = index.destination(knownId(to.place));
    if (place)
      return {
        target: { kind: "destination", id: place.id },
        words: says.backTo(shortened(inBrief(place), 60) || says.untitled),
      };
  }
  if (to === "top" || to === "parent" || typeof to === "object")
    return { target: { kind: "top" }, words: says.backToTop };
  const list = contentsList(index);
  return (
    list && {
      target: { kind: "destination", id: list.id },
      words: titleOf(index.doc.child(list.block), index.doc),
    }
  );
}

/** Where the link after a section leads, with words that fit. */
function leadOf(
  { to = "contents" }: ReturnRule,
  section: Section,
  index: DocumentIndex,
): { to: DestinationId | null; words: string } {
  const says = fixedWordsOf(index.doc);
  const top = { to: null, words: says.backToTop };
  const backTo = (place: Destination) => ({
    to: place.id,
    words: says.backTo(shortened(inBrief(place), 60) || says.untitled),
  });
  if (to === "top") return top;
  if (to === "parent") {
    const parent = index.sections[section.parent]?.heading;
    return parent ? backTo(parent) : top;
  }
  if (typeof to === "object") {
    const place = index.destination(knownId(to.place));
    return place ? backTo(place) : top;
  }
  const contents = contentsList(index);
  return contents ? { to: contents.id, words: says.backToContents } : top;
}
