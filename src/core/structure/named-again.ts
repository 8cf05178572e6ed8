import type { Node } from "prosemirror-model";
import { isKind } from "@/core/document";
import { partitionPoint } from "@/core/order";
import { linesOf } from "./lines";
import { TitleMap } from "./title-map";

/** A run of blocks whose lines all stand again further down as lines of their own, in the same order. */
export interface NamedAgain {
  readonly first: number;
  readonly end: number;
  readonly titles: readonly string[];
}

const MAX_TITLE_LETTERS = 120;
/** Fewer lines than these are not taken for a contents list. */
const MIN_LINES = 3;
/** Lists of a whole text, its parts, their chapters, and what else may be meant. */
const MAX_DEPTH = 6;

/**
 * Contents lists without page numbers: lines, or items of a list, that name what stands further down. Verses that come again
 * are none: between what a contents list names there is text. What one list names is no line of another one: that of a whole
 * text is found only when those of its chapters are known.
 */
export function namedAgain(doc: Node): NamedAgain[] {
  let known: NamedAgain[] = [];
  for (let depth = 0; depth < MAX_DEPTH; depth++) {
    const found = outermost([...known, ...runsBeside(known, doc)]);
    if (lengthOf(found) === lengthOf(known)) break;
    known = found;
  }
  return known;
}

/** Runs in order of place, without those that lie in another or overlap one before. */
function outermost(runs: NamedAgain[]): NamedAgain[] {
  let last = 0;
  return runs
    .sort((a, b) => a.first - b.first || b.end - a.end)
    .filter(({ first, end }) => {
      const beside = first >= last;
      if (beside) last = end;
      return beside;
    });
}

function lengthOf(runs: readonly NamedAgain[]): number {
  return runs.reduce((sum, { first, end }) => sum + end - first, 0);
}

/** Those that name what stands in none of the known ones. */
function runsBeside(known: readonly NamedAgain[], doc: Node): NamedAgain[] {
  const later = blocksByTitle(doc, known);
  const found: NamedAgain[] = [];
  for (let first = 0; first < doc.childCount; first++) {
    const titles: string[] = [];
    const places: number[] = [];
    let end = first;
    for (; end < doc.childCount; end++) {
      const lines = namingLines(doc.child(end));
      const named = lines && placesOf(lines, later, Math.max(end, places.at(-1) ?? -1));
      // What was named above begins here: the list is over.
      if (!named || (places.length > 0 && end >= places[0]!)) break;
      titles.push(...lines);
      places.push(...named);
    }
    if (titles.length < MIN_LINES) continue;
    if (places[0]! >= end && hasTextBetween(places)) found.push({ first, end, titles });
    first = Math.max(first, end - 1);
  }
  return found;
}

/**
 * The numbers of blocks that may be the title of a name, in order; those in lists are none. Where headings are called so, what
 * else says the same is none either.
 */
function blocksByTitle(doc: Node, lists: readonly NamedAgain[]): (title: string) => readonly number[] {
  const [headings, paragraphs] = [new TitleMap<number>(), new TitleMap<number>()];
  let at = 0;
  doc.forEach((block, _pos, index) => {
    if (lists[at] && index >= lists[at]!.end) at++;
    if (lists[at] && index >= lists[at]!.first) return;
    if (!isKind(block, "paragraph", "heading")) return;
    if (block.content.size === 0 || block.content.size > MAX_TITLE_LETTERS) return;
    (isKind(block, "heading") ? headings : paragraphs).add(linesOf(block)[0]?.text ?? "", index);
  });
  return (title) => {
    const called = headings.all(title);
    return called.length > 0 ? called : paragraphs.all(title);
  };
}

/** The lines of a block that may name titles: of a paragraph, or of a list, with those in it. */
function namingLines(block: Node): string[] | null {
  if (isKind(block, "paragraph")) return linesOf(block).map(({ text }) => text);
  if (!isKind(block, "bullet_list", "ordered_list")) return null;
  const lines: string[] = [];
  block.descendants((node) => {
    if (node.isTextblock) lines.push(node.textContent.replace(/\s+/gu, " ").trim());
    return !node.isTextblock;
  });
  return lines;
}

/** For each line the first block after the one before that says the same; null where a line has none. */
function placesOf(
  lines: readonly string[],
  later: (title: string) => readonly number[],
  after: number,
): number[] | null {
  const places: number[] = [];
  let last = after;
  for (const line of lines) {
    if (line.length > MAX_TITLE_LETTERS) return null;
    const blocks = later(line);
    const next = blocks[partitionPoint(blocks.length, (i) => blocks[i]! <= last)];
    if (next === undefined) return null;
    places.push(next);
    last = next;
  }
  return places.length > 0 ? places : null;
}

function hasTextBetween(places: readonly number[]): boolean {
  const apart = places.filter((place, i) => i > 0 && place - places[i - 1]! > 1).length;
  return apart * 2 >= places.length - 1;
}
