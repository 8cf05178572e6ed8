import type { Node } from "prosemirror-model";
import { idOf } from "@/core/kinds";
import type { DestinationId } from "@/core/model/ids";
import { namedFrom, namedWithin } from "./named-blocks";

/** How many positions a row of blocks takes. */
export function sizeOf(blocks: readonly Node[]): number {
  return blocks.reduce((size, block) => size + block.nodeSize, 0);
}

/** Whether two rows of blocks have the same ids, each block one, and what has an id within them too. */
export function sameIds(a: readonly Node[], b: readonly Node[]): boolean {
  return a.length === b.length && a.every((block, i) => hasIdsOf(block, b[i]!));
}

function hasIdsOf(block: Node, other: Node): boolean {
  const own = idOf(block);
  if (own === null || own !== idOf(other)) return false;
  const [within, withinOther] = [namedWithin(block), namedWithin(other)];
  return (
    within.length === withinOther.length &&
    within.every(({ node }, i) => idOf(node) !== null && idOf(node) === idOf(withinOther[i]!.node))
  );
}

/** The ids of blocks and of what has one within them, in order of place; null for what lacks one. */
export function idsOfBlocks(blocks: readonly Node[]): (DestinationId | null)[] {
  return blocks.flatMap((block) => namedFrom(block).map(({ node }) => idOf(node)));
}
