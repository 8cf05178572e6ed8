import type { Node } from "prosemirror-model";
import { Decoration } from "prosemirror-view";
import { MOST_MARKS } from "@/core/document";
import type { Sign } from "./drawn-signs";

const HEAPED = new RegExp(`\\p{M}{${MOST_MARKS + 1},}`, "gu");

/** So many marks a browser sets at once in no time. */
const AT_ONCE = 64;

/** Whether more marks stand on one letter of a block than any text needs. */
export function hasHeapedMarks(block: Node): boolean {
  return rangesOf(block).length > 0;
}

/**
 * Heaps of marks on one letter, drawn in pieces that the browser sets one by one: all at once it takes a time that grows with the square
 * of how many they are, which makes seconds of 20,000.
 */
export function heapSigns(block: Node): Sign[] {
  return rangesOf(block).flatMap(({ from, to }) =>
    Array.from({ length: Math.ceil((to - from) / AT_ONCE) }, (_, i): Sign => {
      const start = from + i * AT_ONCE;
      return {
        key: "heap",
        from: start,
        to: Math.min(to, start + AT_ONCE),
        draw: (a, b) => Decoration.inline(a, b, { class: "heap" }),
      };
    }),
  );
}

/** Where heaps stand, from the beginning of the block. */
function rangesOf(block: Node): { from: number; to: number }[] {
  const ranges: { from: number; to: number }[] = [];
  block.descendants((child, pos) => {
    if (child.isText && child.text!.length > MOST_MARKS)
      for (const { 0: marks, index } of child.text!.matchAll(HEAPED))
        ranges.push({ from: 1 + pos + index, to: 1 + pos + index + marks.length });
  });
  return ranges;
}
