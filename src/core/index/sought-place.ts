import { kept } from "@/core/kept";
import { idOf } from "@/core/document";
import type { Destination } from "./destination";
import type { DocumentIndex } from "./document-index";
import { headingNumbers, noteNumber } from "./numbers";
import { paragraphAt } from "./paragraphs";
import type { Stop } from "./stops";
import { ownEntry } from "@/core/own-entry";

/** A place that was sought by what somebody typed. */
export type FoundPlace =
  | { readonly kind: "destination"; readonly place: Destination; readonly number: string }
  | { readonly kind: "page"; readonly at: Stop; readonly name: string; readonly number: string };

type Sought =
  | { kind: Exclude<Destination["kind"], "paragraph"> | "all"; words: string }
  | { kind: "paragraph"; number: number }
  | { kind: "page"; label: string };

const KINDS: Record<string, Exclude<Destination["kind"], "paragraph">> = {
  fig: "figure",
  figure: "figure",
  picture: "figure",
  image: "figure",
  illustration: "figure",
  tab: "table",
  table: "table",
  eq: "equation",
  equation: "equation",
  formula: "equation",
  notice: "notice",
  note: "note",
  footnote: "note",
  endnote: "note",
  bookmark: "bookmark",
  mark: "bookmark",
  heading: "heading",
  section: "heading",
  chapter: "heading",
  contents: "contents",
  toc: "contents",
};

/** What people call that to which they mean to come back. */
const FLAGGED =
  /^(?:to-?do|to do|todos|open (?:work|points?|items?)|flag(?:ged|s)?|follow[ -]?ups?)(?:\s+(.*))?$/iu;

/** What is asked of the pages of a document. */
export interface KnownPages {
  /** Position at which each page begins. */
  readonly starts: ArrayLike<number>;
  readonly labels: { page(label: string): number | null };
}

/**
 * The places that match what was typed, the closest first: words of a name (`lamp room`), the number of a heading (`4.2`), a
 * kind with a number or words (`fig 3`, `table weather`, `note 5`), what is flagged (`todo`, `open work tides`), a paragraph by its
 * number (`¶ 44`), a page (`p 12`, `p iv`).
 */
export function placesSought(
  index: DocumentIndex,
  typed: string,
  pages: KnownPages | null = null,
): FoundPlace[] {
  const flagged = FLAGGED.exec(typed.trim());
  const called = placesCalled(index, typed, pages);
  if (!flagged) return called;
  const words = wordsOf(flagged[1] ?? "");
  const first = index.bookmarks.filter(
    ({ id, name }) => ownEntry(index.registry.bookmarks, id)?.followUp && rankOf(name, "", words) > 0,
  );
  const known = new Set<Destination>(first);
  return [
    ...first.map((place) => ({ kind: "destination" as const, place, number: "" })),
    ...called.filter((it) => it.kind === "page" || !known.has(it.place)),
  ];
}

function wordsOf(typed: string): string[] {
  return typed.toLowerCase().split(/\s+/).filter(Boolean);
}

function placesCalled(index: DocumentIndex, typed: string, pages: KnownPages | null): FoundPlace[] {
  const sought = read(typed);
  if (sought.kind === "paragraph") {
    const at = paragraphAt(index.doc, sought.number);
    const place = at && index.destination(idOf(index.doc.nodeAt(at.from)!)!);
    return place ? [{ kind: "destination", place, number: String(sought.number) }] : [];
  }
  if (sought.kind === "page") return pageAt(index, sought.label, pages);
  const words = wordsOf(sought.words);
  const notes = sought.kind === "note" ? notesSought(index, words) : [];
  const { counted, structural } = numbersOf(index);
  const isAll = sought.kind === "all";
  const whole = typed.trim().toLowerCase();
  const places = index.destinations
    .filter((place) => isAll || place.kind === sought.kind)
    .map((place) => {
      const rank = Math.max(
        // A number alone is a heading's; that of a figure is typed with its kind.
        rankOf(place.name, (isAll && place.kind !== "heading" ? "" : counted.get(place.id)) ?? "", words),
        structural.get(place.id) === whole ? 4.5 : 0,
      );
      // “Section 4” may be what a heading is called.
      return { place, rank: !isAll && place.name.toLowerCase().startsWith(whole) ? 6 : rank };
    })
    .filter(({ rank }) => rank > 0);
  // Places are in order, and stay so where they rank alike; but sections are looked for before what stands in them.
  const isHeading = ({ place }: { place: Destination }) => (place.kind === "heading" ? 1 : 0);
  if (words.length > 0) places.sort((a, b) => b.rank - a.rank || isHeading(b) - isHeading(a));
  return [
    ...notes,
    ...places.map(({ place }) => ({
      kind: "destination" as const,
      place,
      // That of a bookmark is for typing only: nobody sees it anywhere.
      number: index.captions.get(place.id) ?? (place.kind === "heading" ? (counted.get(place.id) ?? "") : ""),
    })),
  ];
}

function read(typed: string): Sought {
  const text = typed.trim();
  const paragraph = /^(?:¶|para(?:graph)?)\s*(\d{1,7})$/iu.exec(text);
  if (paragraph) return { kind: "paragraph", number: Number(paragraph[1]) };
  const page = /^p(?:age|\.)?(?:\s*(\d{1,7})|\s+([ivxlc]{1,9}))$/iu.exec(text);
  if (page) return { kind: "page", label: page[1] ?? page[2]! };
  const [, first, rest] = /^(\p{L}+)\.?\s*(.*)$/u.exec(text) ?? [];
  const kind = first ? ownEntry(KINDS, first.toLowerCase()) : undefined;
  // "Figure" alone may be the beginning of a name as well.
  return kind && (rest || first !== text) ? { kind, words: rest! } : { kind: "all", words: text };
}

/** The numbers of headings by their place in the structure, whatever they show. */
function structuralNumbers(index: DocumentIndex): Map<string, string> {
  return new Map(headingNumbers(index.headings).map((number, i) => [index.headings[i]!.id, number]));
}

interface KnownNumbers {
  /** The number a place shows, or else its place in the structure or among its kind. */
  readonly counted: ReadonlyMap<string, string>;
  /** The number of a heading by its place in the structure. */
  readonly structural: ReadonlyMap<string, string>;
}

/** What places are known by when they are counted; asked for with each letter that is typed. */
const numbersOf = kept((index: DocumentIndex): KnownNumbers => {
  const structural = structuralNumbers(index);
  const numbers = new Map([...structural, ...index.numbers]);
  for (const list of [
    index.figures,
    index.tables,
    index.equations,
    index.notices,
    index.bookmarks,
    index.contentsLists,
  ])
    list.forEach(({ id }, i) =>
      numbers.set(id, /[\dA-Z.]*$/.exec(index.captions.get(id) ?? "")?.[0] || String(i + 1)),
    );
  return { counted: numbers, structural };
});

/** 0 for no match; more for a closer one: the number, the beginning, the beginning of a word, anywhere. */
function rankOf(name: string, number: string, words: readonly string[]): number {
  if (words.length === 0) return 1;
  const typed = words.join(" ");
  if (number !== "" && number.toLowerCase() === typed) return 5;
  const lower = name.toLowerCase();
  if (!words.every((word) => lower.includes(word))) return 0;
  const first = words[0]!;
  if (lower.startsWith(typed)) return 4;
  return lower.startsWith(first) ? 3 : lower.includes(` ${first}`) ? 2 : 1;
}

function notesSought(index: DocumentIndex, words: readonly string[]): FoundPlace[] {
  return index.notes
    .map((note) => ({ note, number: noteNumber(note.place, note.number) }))
    .map((it) => ({ ...it, rank: rankOf(it.note.text, it.number, words) }))
    .filter(({ rank }) => rank > 0)
    .sort((a, b) => b.rank - a.rank || a.note.from - b.note.from)
    .flatMap(({ note, number }) => {
      const place = note.id && index.destination(note.id);
      return place ? [{ kind: "destination", place, number }] : [];
    });
}

function pageAt(index: DocumentIndex, label: string, pages: KnownPages | null): FoundPlace[] {
  const page = pages?.labels.page(label) ?? null;
  if (!pages || page === null) return [];
  const { doc } = index;
  const from = Math.min(pages.starts[page]!, doc.content.size);
  // It is known by its first words, whatever they stand in.
  const name = doc.textBetween(from, Math.min(from + FIRST_WORDS, doc.content.size), " ").trim();
  return [{ kind: "page", at: { from, to: from }, name, number: label.toLowerCase() }];
}

const FIRST_WORDS = 400;

/** The names of the sections in which a position lies, the outermost first; a heading's own is not among them. */
export function pathTo(index: DocumentIndex, pos: number): string[] {
  const names: string[] = [];
  let level = 7;
  let heading = index.sectionAt(pos);
  if (heading?.pos === pos) level = heading.level;
  for (let i = heading ? index.headings.indexOf(heading) : -1; i >= 0; i--) {
    heading = index.headings[i]!;
    if (heading.level >= level) continue;
    names.unshift(heading.name);
    level = heading.level;
  }
  return names;
}
