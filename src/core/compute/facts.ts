import { settingsOf } from "@/core/document";
import { paragraphsIn, type DocumentIndex } from "@/core/index";

/** What of a document an expression can name. */
export const FACTS = [
  "words",
  "pages",
  "sections",
  "paragraphs",
  "figures",
  "tables",
  "equations",
  "notes",
  "bookmarks",
  "links",
] as const;
export type Fact = (typeof FACTS)[number];

/** Functions of numbers that an expression can hold. */
export const NUMBER_FUNCTIONS = [
  "abs",
  "ceil",
  "floor",
  "max",
  "min",
  "round",
  "sqrt",
  "year",
  "month",
  "day",
] as const;
export type NumberFunction = (typeof NUMBER_FUNCTIONS)[number];

/** Functions of dates: one that is written, that of now, and one in words. */
export const DATE_FUNCTIONS = ["date", "today", "written"] as const;

/** What expressions are computed with. */
export interface Known {
  /** The value of a fact; null where it is not known, as pages where none are laid out. */
  fact(name: Fact): number | null;
  /** Days since 1970 in the author's own time. */
  readonly today: number;
  /** The language of the document, in which values are written. */
  readonly language: string;
}

/** Whether an expression may ask how many pages there are. */
export function namesPages(expression: string): boolean {
  return /\bpages\b/.test(expression);
}

/** What a document knows of itself. `pages`: how many it has, where they are laid out. */
export function knownOf(index: DocumentIndex, pages: number | null, now: Date = new Date()): Known {
  return {
    fact: (name) => (name === "pages" ? pages : FACTS_OF[name](index)),
    today: dayOf(now.getFullYear(), now.getMonth() + 1, now.getDate()),
    language: settingsOf(index.doc).language,
  };
}

const FACTS_OF: Readonly<Record<Exclude<Fact, "pages">, (index: DocumentIndex) => number>> = {
  words: ({ words }) => words,
  sections: ({ headings }) => headings.length,
  paragraphs: ({ doc }) => paragraphsIn(doc),
  figures: ({ figures }) => figures.length,
  tables: ({ tables }) => tables.length,
  equations: ({ equations }) => equations.length,
  notes: ({ notes }) => notes.length,
  bookmarks: ({ bookmarks }) => bookmarks.length,
  links: ({ links }) => links.length,
};

/** A date as days since 1970, so that dates can be taken from each other. */
export function dayOf(year: number, month: number, day: number): number {
  return Date.UTC(year, month - 1, day) / DAY;
}

/** A day in milliseconds. */
export const DAY = 24 * 60 * 60 * 1000;
