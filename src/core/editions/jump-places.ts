import type { DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { captioned, contentsEntries, entryWords } from "../wayfinding";

/** A place that readers may go to by its name, its number or its printed page. Short names: it is fetched by each of them. */
export interface JumpPlace {
  /** What it is called, with its number. */
  readonly n: string;
  readonly h: string;
  /** The label of its printed page. */
  readonly p?: string;
}

/** The label of the printed page on which a position stands. */
export type PageOf = (pos: number) => string;

/** The headings, figures, tables, equations and bookmarks of a document, in its order. */
export function jumpPlaces(
  index: DocumentIndex,
  hrefOf: (id: DestinationId) => string,
  pageOf?: PageOf,
): JumpPlace[] {
  const headings = contentsEntries(index, { from: 1, to: 6 }).map((entry) => ({
    id: entry.id,
    pos: index.destination(entry.id)!.pos,
    words: entryWords(entry),
  }));
  const withCaptions = [...index.figures, ...index.tables, ...index.equations].map((place) => ({
    ...place,
    words: entryWords(captioned(place, index)),
  }));
  const bookmarks = index.bookmarks.map((place) => ({ ...place, words: place.name }));
  return [...headings, ...withCaptions, ...bookmarks]
    .filter(({ words }) => words.trim() !== "")
    .sort((a, b) => a.pos - b.pos)
    .map(({ id, pos, words }) => ({ n: words, h: hrefOf(id), ...(pageOf && { p: pageOf(pos) }) }));
}
