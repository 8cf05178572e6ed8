import type { BlockPlace } from "./block-places";
import type { DestinationId, IndexEntry, LinkTarget, Reference, Series } from "@/core/document";

interface Place {
  readonly id: DestinationId;
  /** What it is called in lists: a heading's text, a bookmark's name, a caption. */
  readonly name: string;
  /** Position in the document where it begins. */
  readonly pos: number;
  /** Position where it ends: for a point the same as `pos`. */
  readonly end: number;
  /** Which block of the document it begins in, counted from 0. */
  readonly block: number;
}

/** A heading; it opens a section. */
export interface Heading extends Place {
  readonly kind: "heading";
  readonly level: number;
  readonly series: Series;
  /** What it is called where there is little room; empty for its name. */
  readonly short: string;
  /** Words of the document that stand before it. */
  readonly wordsBefore: number;
}

/** A bookmark that stands somewhere in the document. */
export interface Bookmark extends Place {
  readonly kind: "bookmark";
  readonly shape: "range" | "point" | "block";
  readonly note: string;
  readonly followUp: boolean;
  /** By when its author is to come back to it: a date as `2026-11-26`, empty for any time. */
  readonly due: string;
  /** The words a range covers; empty for points and blocks. */
  readonly text: string;
}

/** A figure, table, equation or contents list as a destination. */
export interface BlockDestination extends Place {
  readonly kind: Exclude<BlockPlace, "heading">;
}

/** A footnote or endnote as a destination; its name is its words. */
export interface NoteDestination extends Place {
  readonly kind: "note";
  /** Its number among those of its place, from 1. */
  readonly number: number;
  readonly place: "foot" | "end";
}

/** A paragraph that stands directly in the document and is counted; its name is its first words. */
export interface ParagraphDestination extends Place {
  readonly kind: "paragraph";
  /** Its number among the paragraphs with words, from 1. */
  readonly number: number;
}

/** Words under an entry of the index as a destination; its name is the entry. */
export interface IndexedDestination extends Place {
  readonly kind: "indexed";
  readonly entry: IndexEntry;
}

/** What tells a place of the index from others: two with one id, as a file may have them, are two where their entries differ. */
export function indexedKey(id: DestinationId, { main, sub, see, also }: IndexEntry): string {
  return [id, main, sub, see, also].join("\n");
}

/** A place that a link can land on by its permanent id. */
export type Destination =
  Heading | Bookmark | BlockDestination | NoteDestination | ParagraphDestination | IndexedDestination;

/** A cross-reference, with the language of the words around it where it is not the document's. */
export interface StandingReference extends Reference {
  readonly language?: string;
}

/** A link or a cross-reference as it stands in the document. */
export interface LinkPlace {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly target: LinkTarget;
  /** Of a cross-reference, whose text is what the place was called. */
  readonly reference?: StandingReference;
  readonly block: number;
}

/** A cross-reference as it stands in the document. */
export type ReferencePlace = LinkPlace & { readonly reference: StandingReference };

/** A computed value as it stands in the document. */
export interface ComputedPlace {
  readonly from: number;
  readonly expression: string;
  readonly block: number;
}

/** A footnote or endnote as it stands in the document: its sign, from `from` to `to`. */
export interface NotePlace {
  readonly id: DestinationId | null;
  readonly from: number;
  readonly to: number;
  /** Its number among those of its place, from 1. */
  readonly number: number;
  readonly text: string;
  readonly place: "foot" | "end";
  readonly block: number;
}

/** A heading with all that follows it, up to the next heading of the same or a higher rank. */
export interface Section {
  readonly heading: Heading;
  /** Place of the parent section in the list of sections, or -1. */
  readonly parent: number;
  /** Position and block where the section ends (exclusive). */
  readonly end: number;
  readonly endBlock: number;
  readonly words: number;
}
