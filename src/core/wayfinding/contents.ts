import { fixedWordsOf, type DestinationId } from "@/core/document";
import { isOwnTitle } from "./own-title";
import type { Destination, DocumentIndex, Heading } from "@/core/index";

/** One line of a contents list. */
export interface ContentsEntry {
  readonly id: DestinationId;
  readonly text: string;
  /** The number that the heading shows; empty where it shows none. */
  readonly number: string;
  readonly level: number;
  /** How far in the line stands, from 0: levels that are skipped do not count. */
  readonly depth: number;
}

/** Which levels a contents list shows, both ends included. */
export interface ContentsLevels {
  readonly from: number;
  readonly to: number;
}

/** What a place is called where there is little room: a heading by its short title, where it has one. */
export function inBrief(place: Destination): string {
  return (place.kind === "heading" && place.short) || place.name;
}

/** The entries of a contents list of the whole document, without its own title, or of some headings that follow each other, in order of place. */
export function contentsEntries(
  index: DocumentIndex,
  levels: ContentsLevels,
  headings: readonly Heading[] = belowOwnTitle(index),
): ContentsEntry[] {
  const entries: ContentsEntry[] = [];
  const above: number[] = [];
  const { numbers } = index;
  const { untitled } = fixedWordsOf(index.doc);
  for (const heading of headings) {
    const { id, level } = heading;
    if (level > levels.to) continue;
    while (above.length > 0 && above.at(-1)! >= level) above.pop();
    // A heading that is not shown still ends the sections before it.
    if (level < levels.from) continue;
    entries.push({
      id,
      text: inBrief(heading) || untitled,
      number: numbers.get(id) ?? "",
      level,
      depth: above.length,
    });
    above.push(level);
  }
  return entries;
}

/** All headings but the document's own title. */
function belowOwnTitle({ doc, headings }: DocumentIndex): readonly Heading[] {
  return isOwnTitle(doc, headings[0]) ? headings.slice(1) : headings;
}

/** The words of an entry as a reader sees them: the number of the heading, where it shows one, and its text. */
export function entryWords({ number, text }: ContentsEntry): string {
  return number ? `${number} ${text}` : text;
}

/** A contents entry with the entries that stand below it. */
export interface ContentsBranch extends ContentsEntry {
  readonly below: readonly ContentsBranch[];
}

/** The same entries as a tree, by their depth. */
export function contentsTree(entries: readonly ContentsEntry[]): ContentsBranch[] {
  const roots: (ContentsEntry & { below: ContentsBranch[] })[] = [];
  const path: { below: ContentsBranch[] }[] = [{ below: roots }];
  for (const entry of entries) {
    path.length = entry.depth + 1;
    const branch = { ...entry, below: [] };
    path[entry.depth]!.below.push(branch);
    path.push(branch);
  }
  return roots;
}
