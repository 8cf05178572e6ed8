/**
 * Where a link can land: the index of a document's headings, sections, bookmarks, figures, tables and links in order of
 * place, kept current at the cost of what changed, and the public names (anchors) of all destinations.
 */
export { blockPlaceOf, type BlockPlace } from "./block-places";
export { DocumentIndex, indexDocument } from "./document-index";
export type {
  BlockDestination,
  Bookmark,
  ComputedPlace,
  Destination,
  Heading,
  LinkPlace,
  IndexedDestination,
  NoteDestination,
  NotePlace,
  ParagraphDestination,
  ReferencePlace,
  Section,
} from "./destination";
export { ANCHOR_LENGTH, anchorFrom, proposeAnchor, type Anchors } from "./anchors";
export { startsInside, startWithin } from "./list-starts";
export { counted, headingNumbers, highestLevel, noteNumber, styleOf } from "./numbers";
export { indexedKey } from "./destination";
export { summarise, type BlockSummary, type LinkPiece, type NotePiece } from "./block-summary";
export { paragraphsIn } from "./paragraphs";
export { updatedFrom } from "./updated-from";
export { nextStop, STOP_KINDS, stopsOf, type Stop, type StopKind } from "./stops";
export { pathTo, placesSought, type FoundPlace } from "./sought-place";
export type { PageNumbers } from "./page-numbers";
