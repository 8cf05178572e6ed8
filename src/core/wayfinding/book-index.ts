import { kept } from "@/core/kept";
import type { DocumentIndex, IndexedDestination } from "@/core/index";
import { type DestinationId, fixedWordsOf, localeOf, settingsOf, documentTitle } from "@/core/document";
import type { PageNumbers } from "@/core/index";
import { inBrief } from "./contents";

/** One line of the index at the back of a book: an entry, or one below it. */
export interface IndexLine {
  readonly words: string;
  /** 0 for a main entry, 1 for one below it. */
  readonly depth: 0 | 1;
  /** Where what it tells of stands, in order of place; none where readers are sent elsewhere. */
  readonly places: readonly IndexedDestination[];
  /** Entries under which readers are to look instead, and under which they find more. */
  readonly see: readonly string[];
  readonly also: readonly string[];
}

/** An entry while its places are gathered. */
interface Gathered {
  readonly words: string;
  readonly places: IndexedDestination[];
  readonly see: Set<string>;
  readonly also: Set<string>;
}

interface GatheredMain extends Gathered {
  readonly subs: Map<string, Gathered>;
}

/** The lines of the index of a document, as its language orders them. */
export const indexLines = kept((index: DocumentIndex): readonly IndexLine[] => readLines(index));

function readLines(index: DocumentIndex): IndexLine[] {
  const mains = new Map<string, GatheredMain>();
  for (const place of index.indexed) {
    const { main, sub, see, also } = place.entry;
    let entry = mains.get(main);
    if (!entry) mains.set(main, (entry = { ...gatheredUnder(main), subs: new Map() }));
    let under: Gathered | undefined = sub === "" ? entry : entry.subs.get(sub);
    if (!under) entry.subs.set(sub, (under = gatheredUnder(sub)));
    if (see === "") under.places.push(place);
    else under.see.add(see);
    if (also !== "") under.also.add(also);
  }
  const { compare } = new Intl.Collator(localeOf(settingsOf(index.doc).language), {
    numeric: true,
    sensitivity: "variant",
    ignorePunctuation: true,
  });
  const inOrder = (a: Gathered, b: Gathered) =>
    compare(a.words, b.words) || (a.words < b.words ? -1 : a.words > b.words ? 1 : 0);
  const line = ({ words, places, see, also }: Gathered, depth: 0 | 1): IndexLine => ({
    words,
    depth,
    places,
    see: [...see].sort(compare),
    also: [...also].sort(compare),
  });
  return [...mains.values()]
    .sort(inOrder)
    .flatMap((main) => [line(main, 0), ...[...main.subs.values()].sort(inOrder).map((sub) => line(sub, 1))]);
}

function gatheredUnder(words: string): Gathered {
  return { words, places: [], see: new Set(), also: new Set() };
}

/** A part of a line as readers see it: words, some of them leading to a place. */
export interface IndexPart {
  readonly words: string;
  /** The place to which they lead; null for none. */
  readonly place: IndexedDestination | null;
  /** Words between the entry and another one: `see`. */
  readonly sends?: true;
}

/**
 * A line in parts: the entry, then the pages of its places, each once, or, where pages are not known, the sections in which they stand; then the
 * entries to which it sends readers.
 */
export function partsOfLine(line: IndexLine, index: DocumentIndex, pages: PageNumbers | null): IndexPart[] {
  const { see, seeAlso } = fixedWordsOf(index.doc);
  const where = pages ? byPages(line.places, pages) : bySections(line.places, index);
  const parts: IndexPart[] = [{ words: line.words, place: null }];
  for (const one of where) parts.push({ words: ", ", place: null }, one);
  const sent = [
    ...line.see.map((to) => [see, to] as const),
    ...line.also.map((to) => [seeAlso, to] as const),
  ];
  sent.forEach(([word, to], i) =>
    parts.push(
      { words: i === 0 && where.length === 0 ? ", " : "; ", place: null },
      { words: word, place: null, sends: true },
      { words: ` ${to}`, place: null },
    ),
  );
  return parts;
}

/** The words of a line as one text. */
export function wordsOfLine(line: IndexLine, index: DocumentIndex, pages: PageNumbers | null): string {
  return partsOfLine(line, index, pages)
    .map(({ words }) => words)
    .join("");
}

/** `12, 14–17`: what lies on pages that are told already is not told again. */
function byPages(places: readonly IndexedDestination[], pages: PageNumbers): IndexPart[] {
  const parts: IndexPart[] = [];
  let listed = -1;
  for (const place of places) {
    const first = pages.pageAt(place.pos);
    const last = Math.max(first, pages.pageAt(Math.max(place.pos, place.end - 1)));
    if (last <= listed) continue;
    const label = pages.labelAt(place.pos);
    const words = last > first ? `${label}–${pages.labelAt(place.end - 1)}` : label;
    parts.push({ words, place });
    listed = last;
  }
  return parts;
}

/** The number of the section, or what it is called where it has none; each once. */
function bySections(places: readonly IndexedDestination[], index: DocumentIndex): IndexPart[] {
  const parts: IndexPart[] = [];
  const listed = new Set<DestinationId | null>();
  const { untitled } = fixedWordsOf(index.doc);
  for (const place of places) {
    const section = index.sectionAt(place.pos);
    const id = section?.id ?? null;
    if (listed.has(id)) continue;
    listed.add(id);
    const words = section
      ? index.numbers.get(section.id) || inBrief(section) || untitled
      : documentTitle(index.doc) || untitled;
    parts.push({ words, place });
  }
  return parts;
}

/** Entries to which readers are sent and that the index does not have, each with the place that sends them there. */
export function missingEntries(
  index: DocumentIndex,
): { readonly to: string; readonly place: IndexedDestination }[] {
  const known = new Set<string>();
  for (const { entry } of index.indexed) {
    known.add(entry.main);
    if (entry.sub) for (const parted of [", ", ": "]) known.add(`${entry.main}${parted}${entry.sub}`);
  }
  return index.indexed.flatMap((place) =>
    [place.entry.see, place.entry.also]
      .filter((to) => to !== "" && !known.has(to))
      .map((to) => ({ to, place })),
  );
}
