import type { Node } from "prosemirror-model";
import { schema } from "./schema";

/** How many positions a row of blocks takes. */
export function sizeOf(blocks: readonly Node[]): number {
  return blocks.reduce((size, block) => size + block.nodeSize, 0);
}

/** Whether two rows of blocks have the same ids, each block one. */
export function sameIds(a: readonly Node[], b: readonly Node[]): boolean {
  return a.length === b.length && a.every((block, i) => block.attrs.id && block.attrs.id === b[i]!.attrs.id);
}

/** The level of a heading, 1 to 6; 0 for any other block. */
export function levelOf(block: Node): number {
  return block.type === schema.nodes.heading ? (block.attrs.level as number) : 0;
}
