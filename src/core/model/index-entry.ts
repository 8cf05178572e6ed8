import { z } from "zod";

/** The longest entry of an index, in letters. */
export const MAX_INDEX_ENTRY_LETTERS = 200;

const words = z.string().max(MAX_INDEX_ENTRY_LETTERS).default("");

/** Where a place is found in the index at the back of a book (ISO 999: heading, subheading, cross-references). */
export interface IndexEntry {
  /** The main entry. */
  readonly main: string;
  /** The entry below it under which the place stands; empty where it stands under the main entry itself. */
  readonly sub: string;
  /** Another entry under which readers are to look instead; empty where pages are given. */
  readonly see: string;
  /** Another entry under which more is found; empty for none. */
  readonly also: string;
}

/** Checks an entry that comes from outside. */
export const indexEntrySchema = z.strictObject({
  main: z.string().min(1).max(MAX_INDEX_ENTRY_LETTERS),
  sub: words,
  see: words,
  also: words,
});

/** An entry from words that a file or a person gives; null where they name none. What is too long is cut. */
export function indexEntryFrom(given: { readonly [Part in keyof IndexEntry]?: string | null | undefined }) {
  const clean = (words: string | null | undefined) =>
    (words ?? "").replace(/\s+/gu, " ").trim().slice(0, MAX_INDEX_ENTRY_LETTERS).trim();
  const entry: IndexEntry = {
    main: clean(given.main),
    sub: clean(given.sub),
    see: clean(given.see),
    also: clean(given.also),
  };
  return entry.main === "" ? null : entry;
}
