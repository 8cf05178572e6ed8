import type { Node } from "prosemirror-model";
import { replacedChild } from "@/prosemirror";

/**
 * The blocks that differ between two versions of a document: `before.slice(start, endBefore)` became
 * `after.slice(start, endAfter)`, which begins at `pos` in both.
 */
export interface ChangedRun {
  readonly start: number;
  readonly endBefore: number;
  readonly endAfter: number;
  readonly pos: number;
}

/** Several ask about the same two versions with every key. Holds on to neither. */
const runCache = new WeakMap<Node, { readonly before: WeakRef<Node>; readonly run: ChangedRun }>();

/** Compares two versions block by block; blocks that are the same object at the start and at the end are left out. */
export function changedRun(before: Node, after: Node): ChangedRun {
  const last = runCache.get(after);
  if (last?.before.deref() === before) return last.run;
  const run = compared(before, after);
  runCache.set(after, { before: new WeakRef(before), run });
  return run;
}

function compared(before: Node, after: Node): ChangedRun {
  const replaced = replacedChild(before.content, after.content);
  if (replaced) {
    const { index, pos } = replaced;
    return { start: index, endBefore: index + 1, endAfter: index + 1, pos };
  }
  const a = before.content.content;
  const b = after.content.content;
  const least = Math.min(a.length, b.length);
  let start = 0;
  let pos = 0;
  while (start < least && a[start] === b[start]) pos += b[start++]!.nodeSize;
  let end = 0;
  while (end < least - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++;
  return { start, endBefore: a.length - end, endAfter: b.length - end, pos };
}
