import type { DocumentTarget } from "@/core/document";

/** What is known of a place in another document. */
export interface KnownPlace {
  /** The title of the document. */
  readonly title: string;
  /** What the place is called; null for the document as a whole. */
  readonly place: string | null;
  /** The public name of the place; null for the document as a whole, empty for what has none: notes, paragraphs, quoted words. */
  readonly anchor: string | null;
  /** Quoted words as they stand there now. */
  readonly words?: string;
}

/** What came of asking for a place. Whether a document is not there or not to be read is not told apart. */
export type AskedPlace = KnownPlace | "no-document" | "no-place";

/** What is known of the other documents of the shelf. */
export interface KnownLibrary {
  /** Finds a place; `unknown` where it was not asked for yet. */
  find(target: DocumentTarget): AskedPlace | "unknown";
}

/** Where nothing is known of other documents, links to them are taken to land. */
export const UNKNOWN_LIBRARY: KnownLibrary = { find: () => "unknown" };

/** One line that stands for a place of another document. */
export function placeKey({ document, id, words }: DocumentTarget): string {
  if (words) return `${document} ${JSON.stringify([words.exact, words.before, words.after])}`;
  return id === undefined ? document : `${document} ${id}`;
}

/** A library known as far as it was asked about, by {@link placeKey}. */
export function libraryOf(asked: ReadonlyMap<string, AskedPlace>): KnownLibrary {
  return { find: (target) => asked.get(placeKey(target)) ?? "unknown" };
}
