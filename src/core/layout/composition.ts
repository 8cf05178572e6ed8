import type { DocumentIndex } from "@/core/index";
import type { StyleSheet } from "@/core/document";
import type { PageReferences } from "./page-references";
import type { Hyphenate, Resources } from "./resources";
import type { NoteCount } from "./text/text-source";

/** What a block needs to be set: the looks, the room of a page, and what is counted. Lengths are points. */
export interface Composition {
  readonly sheet: StyleSheet;
  /** Width and height of the text on a page. */
  readonly width: number;
  readonly height: number;
  readonly resources: Resources;
  readonly hyphenate: Hyphenate | null;
  readonly index: DocumentIndex;
  /** How many notes of each place have been met; goes on with each block. */
  readonly notes: NoteCount;
  readonly references: PageReferences;
}
