/**
 * The kinds of blocks, inlines and marks: each declared once, with what it carries as one schema, from which ProseMirror's spec, the
 * open form and the types come; and how they are read. Nothing outside this folder reads ProseMirror's own `attrs`.
 */
export { schema } from "./schema";
export {
  BLOCK_KINDS,
  INLINE_KINDS,
  INNER_KINDS,
  MARK_KINDS,
  NODE_KINDS,
  type BlockKind,
  type InlineKind,
  type InnerKind,
  type MarkAttributes,
  type MarkKind,
  type NodeAttributes,
  type NodeKind,
  type PartKind,
} from "./kinds";
export {
  alignmentOf,
  asKind,
  asMark,
  blockKindOf,
  byKind,
  byMark,
  copiedAttributes,
  cellOf,
  idOf,
  isKind,
  isMark,
  jsonOf,
  kindOfNode,
  kindOfMark,
  levelOf,
  markAmong,
  retyped,
  settingsOf,
  texOf,
  withAttributes,
  withSettings,
  type ByBlock,
  type ByInline,
  type ByKind,
  type ByMark,
} from "./read";
export type { Alignment } from "./attributes/alignment";
export { figureLook } from "./blocks/figure";
export { MAX_SHORT_TITLE_LETTERS, seriesFrom, shortTitleFrom, type Series } from "./blocks/heading";
export { countAttributes, countOn } from "./blocks/lists";
export { cellElement, columnWidths } from "./blocks/table";
export { PICTURE_HEIGHTS } from "./inlines/picture";
export type { NotePlace } from "./inlines/note";
export { MAX_NOTE_DEPTH } from "./inlines/note-paragraph";
export { ownStyleClass } from "./attributes/own-style";
export { indexEntryAttributes } from "./marks/index-entry";
export { COLOUR } from "./marks/looks";
