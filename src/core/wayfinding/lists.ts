import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import type { BlockDestination, Bookmark, Destination, DocumentIndex } from "@/core/index";
import {
  asKind,
  type DestinationId,
  fixedWordsOf,
  idOf,
  isKind,
  knownId,
  type ListKind,
  type ListOptions,
  localeOf,
  MAX_ENTRIES_IN_PAGE_LINE,
  settingsOf,
} from "@/core/document";
import { partitionPoint } from "@/core/order";
import { linesByName } from "./by-name";
import { contentsEntries, inBrief, type ContentsEntry, type ContentsLevels } from "./contents";

/** The options of a generated list. */
export function optionsOf(list: Node): ListOptions {
  return asKind(list, "contents_list")!.list;
}

/**
 * The options of a list that are not at first, as JSON for a file; empty where there are none. Entries added or changed by hand and their order are not among
 * them: a file does not know the ids by which they are kept.
 */
export function writtenOptions(list: Node): string {
  const { entries: _, order: _order, added: _added, chosen: _chosen, ...rest } = optionsOf(list);
  return Object.keys(rest).length === 0 ? "" : JSON.stringify(rest);
}

/** Options that are seen on screens, each by an attribute of its own: `data-run`. */
export const LOOKS = ["run", "buttons", "stacked", "cards", "pageless", "leaderless", "flush"] as const;

/** What a generated list lists. */
export function kindOf(list: Node): ListKind {
  return optionsOf(list).of ?? "sections";
}

/** The list by which readers find sections: the first that lists those of the document and is no menu. Null where there is none. */
export function contentsList(index: DocumentIndex): BlockDestination | null {
  return index.contentsLists.find(({ block }) => listsSections(index.doc.child(block))) ?? null;
}

/** Whether a list is one by which readers find the sections of the document. */
export function listsSections(list: Node): boolean {
  return kindOf(list) === "sections" && !isMenu(list);
}

/** Whether a place has a line in the list by which readers find sections. */
export function hasLine(index: DocumentIndex, id: DestinationId): boolean {
  return linesOfContents(index).has(id);
}

const linesOfContents = kept((index: DocumentIndex): ReadonlySet<DestinationId> => {
  const list = contentsList(index);
  return new Set(list ? listEntries(index, index.doc.child(list.block)).map((entry) => entry.id) : []);
});

/** Whether a list is a menu: of buttons, or of cards. */
export function isMenu(list: Node): boolean {
  return isMenuBy(optionsOf(list));
}

/** Whether options make a list a menu. */
export function isMenuBy({ buttons, cards }: ListOptions): boolean {
  return buttons === true || cards === true;
}

/** Where a menu of buttons stands that is in no place of its own; null for any other list, and for other blocks. */
export function placedIn(block: Node): "header" | "footer" | null {
  if (!isKind(block, "contents_list")) return null;
  const { buttons, placed } = optionsOf(block);
  return buttons === true ? (placed ?? null) : null;
}

/** The menus that stand in the header or the footer of each page, in the order of the text. */
export function placedMenus(index: DocumentIndex, at: "header" | "footer"): Node[] {
  return index.contentsLists
    .map(({ block }) => index.doc.child(block))
    .filter((list) => placedIn(list) === at);
}

/** The levels a list of sections shows. */
export function levelsOf(list: Node): ContentsLevels {
  return { from: asKind(list, "contents_list")!.from, to: asKind(list, "contents_list")!.to };
}

/** The entries of a generated list as readers meet them, in their order. */
export function listEntries(index: DocumentIndex, list: Node): readonly ContentsEntry[] {
  const options = optionsOf(list);
  const all = edited(orderedEntries(index, list), options);
  const entries = placedIn(list) ? all.slice(0, MAX_ENTRIES_IN_PAGE_LINE) : all;
  if (!options.plain) return entries;
  // What has nothing but its label keeps that.
  return entries.map((entry) => (/\S/.test(entry.text) ? { ...entry, number: "" } : entry));
}

/** All entries, in the order that was given to a menu; also those that are left out. */
export function orderedEntries(index: DocumentIndex, list: Node): readonly ContentsEntry[] {
  const entries = allEntries(index, list);
  if (!isMenu(list)) return entries;
  const { order = [] } = optionsOf(list);
  const places = new Map(order.map((id, i) => [id, i]));
  const placeOf = ({ id }: ContentsEntry) => places.get(id) ?? order.length;
  // What stands in an order of its own is below nothing.
  return entries.map((entry) => ({ ...entry, depth: 0 })).sort((a, b) => placeOf(a) - placeOf(b));
}

/** All entries, also those that are left out, with the words of their places. */
export function allEntries(index: DocumentIndex, list: Node): readonly ContentsEntry[] {
  return withAdded(entriesByRule(index, list), index, optionsOf(list));
}

function entriesByRule(index: DocumentIndex, list: Node): readonly ContentsEntry[] {
  const options = optionsOf(list);
  if (options.chosen) return NO_ENTRIES;
  switch (kindOf(list)) {
    case "sections":
      return withBookmarks(contentsEntries(index, levelsOf(list)), index, options);
    case "section":
      return withBookmarks(entriesAround(index, list), index, options, list);
    case "figures":
      return index.figures.map((place) => captioned(place, index));
    case "tables":
      return index.tables.map((place) => captioned(place, index));
    case "equations":
      return index.equations.map((place) => captioned(place, index));
    case "notices":
      return noticesListed(index, options);
    case "bookmarks":
      return tagged(index, options).map((place) => flat(place, index));
    case "flagged":
      return index.bookmarks.filter(({ followUp }) => followUp).map((place) => flat(place, index));
    case "alphabet":
      return inAlphabet(index);
    // Its lines lead to several places each.
    case "entries":
      return NO_ENTRIES;
  }
}

const NO_ENTRIES: readonly ContentsEntry[] = [];

/** Whether a list is the index at the back of a book, whose lines are {@link indexLines}. */
export function isBookIndex(list: Node): boolean {
  return kindOf(list) === "entries";
}

/** Without what is left out, and worded by hand where that was done. */
function edited(
  entries: readonly ContentsEntry[],
  { entries: edits }: ListOptions,
): readonly ContentsEntry[] {
  if (!edits) return entries;
  const kept: ContentsEntry[] = [];
  let below: number | null = null;
  for (const entry of entries) {
    if (below !== null && entry.depth > below) continue;
    below = null;
    const { out, words } = edits[entry.id] ?? {};
    if (out === "section") below = entry.depth;
    if (!out) kept.push(words ? { ...entry, text: words, number: "" } : entry);
  }
  return kept;
}

/** The sections within the one in which a list stands; before the first heading, those of the document. */
function entriesAround(index: DocumentIndex, list: Node): ContentsEntry[] {
  const around = sectionAround(index, list);
  if (!around) return contentsEntries(index, levelsOf(list));
  const { level, number, to } = around;
  const { headings } = index;
  const last = partitionPoint(headings.length, (i) => headings[i]!.pos < to);
  const levels = { from: level + 1, to: Math.max(asKind(list, "contents_list")!.to, level + 1) };
  return contentsEntries(index, levels, headings.slice(number + 1, last));
}

interface Around {
  /** The number of its heading among all, from 0. */
  readonly number: number;
  readonly level: number;
  readonly from: number;
  readonly to: number;
}

/** The section in which a list stands; null before the first heading. */
function sectionAround(index: DocumentIndex, list: Node): Around | null {
  const pos = placesOfLists(index).get(idOf(list)!);
  if (pos === undefined) return null;
  const { headings, sections } = index;
  const number = partitionPoint(headings.length, (i) => headings[i]!.pos <= pos) - 1;
  const heading = headings[number];
  return heading ? { number, level: heading.level, from: heading.pos, to: sections[number]!.end } : null;
}

/** A document may have a list in each of its sections. */
const placesOfLists = kept(
  (index: DocumentIndex): ReadonlyMap<string, number> =>
    new Map(index.contentsLists.map(({ id, pos }) => [id, pos])),
);

/** Bookmarks among the headings, each below the heading before it. */
function withBookmarks(
  entries: readonly ContentsEntry[],
  index: DocumentIndex,
  options: ListOptions,
  list?: Node,
): readonly ContentsEntry[] {
  if (!options.bookmarks) return entries;
  const around = list ? sectionAround(index, list) : null;
  const places = new Map<string, number>(index.headings.map(({ id, pos }) => [id, pos]));
  const marks = tagged(index, options).filter(({ pos }) => !around || (pos > around.from && pos < around.to));
  return among(entries, marks, (id) => places.get(id)!, index);
}

/** Places added by hand among the entries; in the order of the alphabet, all that have a name stand there already. */
function withAdded(
  entries: readonly ContentsEntry[],
  index: DocumentIndex,
  { added, of }: ListOptions,
): readonly ContentsEntry[] {
  if (!added || of === "alphabet") return entries;
  const listed = new Set<string>(entries.map(({ id }) => id));
  const places = [...new Set(added)]
    .filter((id) => !listed.has(id))
    .flatMap((id) => index.destination(knownId(id)) ?? [])
    .sort((a, b) => a.pos - b.pos);
  return among(entries, places, (id) => index.destination(id)!.pos, index);
}

/** Other places among entries, each where it comes in the text. Both are in the order of place. */
function among(
  entries: readonly ContentsEntry[],
  places: readonly Destination[],
  posOf: (id: DestinationId) => number,
  index: DocumentIndex,
): readonly ContentsEntry[] {
  const all: ContentsEntry[] = [];
  let next = 0;
  for (const entry of entries) {
    const pos = next < places.length ? posOf(entry.id) : 0;
    for (; next < places.length && places[next]!.pos < pos; next++)
      all.push(belowLast(places[next]!, all, index));
    all.push(entry);
  }
  for (; next < places.length; next++) all.push(belowLast(places[next]!, all, index));
  return all;
}

function belowLast(
  place: Destination,
  before: readonly ContentsEntry[],
  index: DocumentIndex,
): ContentsEntry {
  const heading = before.findLast(({ level }) => level < BELOW_ALL);
  return { ...flat(place, index), depth: heading ? heading.depth + 1 : 0 };
}

/** The level of what is no heading. */
const BELOW_ALL = 7;

function flat(place: Destination, { doc }: DocumentIndex): ContentsEntry {
  return {
    id: place.id,
    text: place.name || fixedWordsOf(doc).untitled,
    number: "",
    level: BELOW_ALL,
    depth: 0,
  };
}

/** A figure, table or equation as a line of a list: its label, and what it is called. */
export function captioned(place: Destination, index: DocumentIndex): ContentsEntry {
  const label = index.captions.get(place.id);
  if (!label) return flat(place, index);
  return { ...flat(place, index), text: place.name, number: `${label}.` };
}

/** Notices, each with the word for its kind before it where it has a title of its own. */
function noticesListed(index: DocumentIndex, { notices }: ListOptions): readonly ContentsEntry[] {
  return index.notices.flatMap((place) => {
    const { kind } = asKind(index.doc.child(place.block), "notice")!;
    if (notices && !notices.includes(kind)) return [];
    return [{ ...flat(place, index), number: `${fixedWordsOf(index.doc).notices[kind]}.` }];
  });
}

function tagged(index: DocumentIndex, { tag }: ListOptions): readonly Bookmark[] {
  if (!tag) return index.bookmarks;
  const wanted = tag.replace(/^#/, "").toLowerCase();
  return index.bookmarks.filter(({ note }) => tagsIn(note).includes(wanted));
}

/** The tags of a bookmark: the words of its note that begin with `#`, in lower case, without it. */
export function tagsIn(note: string): string[] {
  return [...note.matchAll(/(?<![\p{L}\p{N}])#([\p{L}\p{N}_-]+)/gu)].map(([, tag]) => tag!.toLowerCase());
}

/** All places with a name in the order of the alphabet, as the language of the document has it; each name at one place once. */
function inAlphabet(index: DocumentIndex): readonly ContentsEntry[] {
  const places: Destination[] = [];
  for (const place of index.destinations) {
    if (place.kind === "contents" || !/\S/.test(place.name)) continue;
    // Those of one position follow each other.
    let twice = false;
    for (let i = places.length - 1; i >= 0 && places[i]!.pos === place.pos && !twice; i--)
      twice = places[i]!.name.toLowerCase() === place.name.toLowerCase();
    if (!twice) places.push(place);
  }
  return linesByName(places, localeOf(settingsOf(index.doc).language), (place) => flat(place, index));
}

/** What its author is told of a list that has no entries. */
export function nothingListed(list: Node): string {
  return optionsOf(list).chosen
    ? "Nothing is chosen yet. Choose in the tray what it leads to."
    : NOTHING_LISTED[kindOf(list)];
}

const NOTHING_LISTED: Readonly<Record<ListKind, string>> = {
  sections: "No headings of these levels yet. Give a line a level and it appears here.",
  section: "No sections of these levels in this one yet.",
  figures: "No figures yet.",
  tables: "No tables yet.",
  equations: "No equations yet.",
  notices: "No notices of these kinds yet.",
  bookmarks: "No bookmarks yet.",
  flagged: "Nothing is flagged to come back to.",
  alphabet: "Nothing has a name yet.",
  entries: "Nothing is entered yet. Choose words and make an index entry of them.",
};

/** What a list is called: as its author said, or as lists of its kind are. */
export function titleOf(list: Node, doc: Node): string {
  return asKind(list, "contents_list")!.heading || fixedWordsOf(doc).lists[kindOf(list)];
}

/** The names of a document's lists, each its own: lists of one title are told apart by the section in which they stand. */
const namesOf = kept((index: DocumentIndex): ReadonlyMap<string, string> => {
  const lists = index.contentsLists.map(({ id, block, pos }) => ({
    id,
    title: titleOf(index.doc.child(block), index.doc),
    section: index.sectionAt(pos),
  }));
  const counts = new Map<string, number>();
  for (const { title } of lists) counts.set(title, (counts.get(title) ?? 0) + 1);
  return new Map(
    lists.map(({ id, title, section }) => [
      id,
      counts.get(title)! > 1 && section ? `${title}: ${inBrief(section)}` : title,
    ]),
  );
});

/** What a list is called aloud. */
export function listName(list: Node, index: DocumentIndex): string {
  return namesOf(index).get(idOf(list) ?? "") ?? titleOf(list, index.doc);
}
