import type { Node } from "prosemirror-model";

interface Place {
  readonly from: number;
  readonly to: number;
}

/** The places that stand in one block. */
export interface BlockPlaces<T extends Place> {
  readonly block: Node;
  /** How many blocks stand before it. */
  readonly index: number;
  /** Where the content of the block begins. */
  readonly start: number;
  readonly places: readonly T[];
}

/**
 * Finds the block of each of many places, which are in order, in one walk: to look up thousands of positions one by one is
 * to walk through a long document thousands of times. Throws a RangeError for a place that stands in no block.
 */
export function placesInBlocks<T extends Place>(doc: Node, places: readonly T[]): BlockPlaces<T>[] {
  const found: BlockPlaces<T>[] = [];
  let next = 0;
  let start = 1;
  for (const [index, block] of doc.content.content.entries()) {
    if (next === places.length) return found;
    const end = start + block.content.size;
    const first = next;
    while (next < places.length && places[next]!.from >= start && places[next]!.to <= end) next++;
    if (next > first) found.push({ block, index, start, places: places.slice(first, next) });
    start += block.nodeSize;
  }
  if (next < places.length) throw new RangeError("A place stands in no block, or in several.");
  return found;
}
