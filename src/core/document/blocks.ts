import type { Node } from "prosemirror-model";
import { idOf } from "@/core/kinds";

/** How many positions a row of blocks takes. */
export function sizeOf(blocks: readonly Node[]): number {
  return blocks.reduce((size, block) => size + block.nodeSize, 0);
}

/** Whether two rows of blocks have the same ids, each block one. */
export function sameIds(a: readonly Node[], b: readonly Node[]): boolean {
  return a.length === b.length && a.every((block, i) => idOf(block) !== null && idOf(block) === idOf(b[i]!));
}
