import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { asKind, type DestinationId } from "@/core/document";

/** A counted list that stands directly in the document. */
export interface CountedList {
  readonly id: DestinationId;
  readonly start: number;
  readonly continues: boolean;
  readonly items: number;
}

/** Where the lists begin that go on counting; each goes on from the counted list before it, or begins as it says where none is. */
export function listStarts(lists: Iterable<CountedList>): Map<DestinationId, number> {
  const starts = new Map<DestinationId, number>();
  let next: number | null = null;
  for (const { id, start, continues, items } of lists) {
    const first: number = continues && next !== null ? next : start;
    if (continues) starts.set(id, first);
    next = first + items;
  }
  return starts;
}

/** The number that the list at the `i`th child of a block begins with. A continued list goes on from the list before it in the same block. */
export function startWithin(parent: Node, i: number): number {
  return startsIn(parent).get(i) ?? asKind(parent.child(i), "ordered_list")!.start;
}

const NONE: ReadonlyMap<number, number> = new Map();

/** Where the lists within a block begin that go on counting; all of its children are looked at once. */
const startsIn = kept((parent: Node): ReadonlyMap<number, number> => {
  const starts = new Map<number, number>();
  let next: number | null = null;
  parent.forEach((child, _offset, i) => {
    const list = asKind(child, "ordered_list");
    if (!list) return;
    const first = list.continues && next !== null ? next : list.start;
    if (list.continues) starts.set(i, first);
    next = first + child.childCount;
  });
  return starts.size > 0 ? starts : NONE;
});

/** The lists deep within a block that go on counting: their places, counted from the block's start, and where they begin. */
export function startsInside(
  block: Node,
): { readonly from: number; readonly to: number; readonly start: number }[] {
  if (block.isTextblock || block.isLeaf) return [];
  const found: { from: number; to: number; start: number }[] = [];
  block.descendants((node, at, parent, i) => {
    if (asKind(node, "ordered_list")?.continues)
      found.push({ from: at + 1, to: at + 1 + node.nodeSize, start: startWithin(parent!, i) });
    return !node.isTextblock;
  });
  return found;
}
