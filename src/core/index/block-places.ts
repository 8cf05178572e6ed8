import type { Node } from "prosemirror-model";
import { type BlockKind, blockKindOf } from "@/core/document";

/** What a block is as a place that links lead to. */
export type BlockPlace = "heading" | "figure" | "table" | "equation" | "notice" | "contents";

/** What each kind of block is as a place; null for one that is a place only where somebody bookmarks it, or by its number. */
const PLACES = {
  heading: "heading",
  figure: "figure",
  table: "table",
  equation: "equation",
  notice: "notice",
  contents_list: "contents",
  paragraph: null,
  bullet_list: null,
  ordered_list: null,
  quotation: null,
  code_block: null,
  definition_list: null,
  rule: null,
  page_break: null,
} as const satisfies Record<BlockKind, BlockPlace | null>;

/** What a block is as a place that links lead to by itself; null for any other. */
export function blockPlaceOf(block: Node): BlockPlace | null {
  return PLACES[blockKindOf(block)];
}
