import { Slice, type Node } from "prosemirror-model";

/** What has to be put where in the content of one node to make it that of another; positions count from its content. */
export interface ContentChange {
  readonly from: number;
  readonly to: number;
  readonly slice: Slice;
}

/** The least change between the contents of two nodes; null where they are the same. */
export function contentChange(before: Node, after: Node): ContentChange | null {
  const start = before.content.findDiffStart(after.content);
  if (start === null) return null;
  const end = before.content.findDiffEnd(after.content)!;
  // Repeated letters can make the two ends overlap.
  const overlap = Math.max(0, start - Math.min(end.a, end.b));
  const to = end.a + overlap;
  const slice = after.slice(start, end.b + overlap);
  // A change that begins in a note and ends outside of another fits only where both lie as deep.
  const depth = (pos: number) => before.resolve(pos).depth;
  return depth(start) - slice.openStart === depth(to) - slice.openEnd
    ? { from: start, to, slice }
    : { from: 0, to: before.content.size, slice: new Slice(after.content, 0, 0) };
}
