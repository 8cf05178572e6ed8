import type { z } from "zod";
import { rule, page_break } from "./blocks/breaks";
import { code_block } from "./blocks/code-block";
import { contents_list } from "./blocks/contents-list";
import { definition, definition_list, term } from "./blocks/definition-list";
import { doc } from "./blocks/doc";
import { equation } from "./blocks/equation";
import { figure } from "./blocks/figure";
import { heading } from "./blocks/heading";
import { bullet_list, list_item, ordered_list } from "./blocks/lists";
import { notice, notice_title } from "./blocks/notice";
import { paragraph } from "./blocks/paragraph";
import { quotation } from "./blocks/quotation";
import { table, table_caption, table_cell, table_grid, table_header, table_row } from "./blocks/table";
import type { Attributes } from "./declare";
import { bundle, chunk, drawing } from "./drawing";
import { bookmark_point } from "./inlines/bookmark-point";
import { computation } from "./inlines/computation";
import { cross_reference } from "./inlines/cross-reference";
import { formula } from "./inlines/formula";
import { note } from "./inlines/note";
import { note_paragraph } from "./inlines/note-paragraph";
import { picture } from "./inlines/picture";
import { hard_break, text } from "./inlines/text";
import { bookmark } from "./marks/bookmark";
import { comment } from "./marks/comment";
import { index_entry } from "./marks/index-entry";
import { language } from "./marks/language";
import { link } from "./marks/link";
import {
  code,
  colour,
  emphasis,
  size,
  strike,
  strong,
  subscript,
  superscript,
  underline,
} from "./marks/looks";
import { word_style } from "./marks/word-style";

/*
 * All kinds there are. The order counts: the first kind of a group is what ProseMirror fills a gap with, and marks nest in
 * the order in which they stand here.
 */

/** Blocks that stand inside items of lists, quotations and cells as well as directly in a document. */
export const INNER_KINDS = {
  paragraph,
  bullet_list,
  ordered_list,
  quotation,
  code_block,
  definition_list,
  notice,
  figure,
  equation,
  table,
};

/** Blocks that stand directly in a document, and nowhere else. */
const OUTER_KINDS = { heading, rule, page_break, contents_list };

/** Parts of blocks. */
export const PART_KINDS = {
  list_item,
  term,
  definition,
  notice_title,
  table_caption,
  table_grid,
  table_row,
  table_cell,
  table_header,
};

/** What stands within a line: text, and what is no text. */
export const INLINE_KINDS = {
  text,
  hard_break,
  formula,
  picture,
  note,
  note_paragraph,
  cross_reference,
  computation,
  bookmark_point,
};

/** What words can carry. */
export const MARK_KINDS = {
  link,
  bookmark,
  index_entry,
  comment,
  language,
  word_style,
  strong,
  emphasis,
  underline,
  strike,
  superscript,
  subscript,
  colour,
  size,
  code,
};

export const BLOCK_KINDS = { ...INNER_KINDS, ...OUTER_KINDS };
const DRAWING_KINDS = { drawing, bundle, chunk };

export const NODE_KINDS = { doc, ...DRAWING_KINDS, ...BLOCK_KINDS, ...PART_KINDS, ...INLINE_KINDS };

export type InnerKind = keyof typeof INNER_KINDS;
export type BlockKind = keyof typeof BLOCK_KINDS;
export type PartKind = keyof typeof PART_KINDS;
export type InlineKind = keyof typeof INLINE_KINDS;
export type NodeKind = keyof typeof NODE_KINDS;
export type MarkKind = keyof typeof MARK_KINDS;

/** What each kind of node carries. */
export type NodeAttributes = { [K in NodeKind]: Attributes<(typeof NODE_KINDS)[K]["attributes"]> };
/** What each kind of mark carries. */
export type MarkAttributes = { [K in MarkKind]: Attributes<(typeof MARK_KINDS)[K]["attributes"]> };

/** What has to be named to make a node of a kind, and what may be. */
export type NodeInput<K extends NodeKind> = Named<z.input<(typeof NODE_KINDS)[K]["attributes"]>>;
/** What has to be named to make a mark of a kind, and what may be. */
export type MarkInput<K extends MarkKind> = Named<z.input<(typeof MARK_KINDS)[K]["attributes"]>>;

/** A kind that carries nothing names nothing. */
type Named<Input> = Input extends Record<string, never> ? object : Partial<Input>;
