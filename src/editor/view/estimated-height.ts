import { kept } from "@/core/kept";
import { type BlockKind, blockKindOf } from "@/core/document";
import type { Node } from "prosemirror-model";

const LETTERS_IN_LINE = 68;
const LINE = 27.2;
const GAP = 15;

/** How much higher a block of each kind is than its lines, in pixels, at a guess. */
const MORE: Readonly<Record<BlockKind, number>> = {
  heading: 28,
  figure: 280,
  paragraph: 0,
  bullet_list: 0,
  ordered_list: 0,
  quotation: 0,
  code_block: 0,
  notice: 30,
  definition_list: 0,
  equation: 0,
  table: 0,
  rule: 0,
  page_break: 0,
  contents_list: 0,
};

/** How high the blocks of a chunk will stand, in pixels, as far as their text tells. */
export const estimatedHeight = kept((chunk: Node): number => {
  let height = 0;
  chunk.forEach((block) => {
    const lines = Math.max(1, Math.ceil(block.textContent.length / LETTERS_IN_LINE));
    height += lines * LINE + GAP + MORE[blockKindOf(block)];
  });
  return Math.round(height);
});
