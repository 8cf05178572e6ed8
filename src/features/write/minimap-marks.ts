import type { Bookmark, Heading } from "@/core/index";
import { withRoom } from "./minimap-room";

const KNOT_ROOM = 12;
const GATE_ROOM = 12;
const MARK_ROOM = 9;
const HEAP_ROOM = 14;

/** Knots of headings that have room, those of higher levels first: a rope that is all knots shows nothing. */
export function headingsWithRoom(
  headings: readonly Heading[],
  yOf: (pos: number) => number,
  /** Deeper headings have no knot. */
  deepest = 3,
): Heading[] {
  const ranked: Heading[] = [];
  for (let level = 1; level <= deepest; level++)
    for (const heading of headings) if (heading.level === level) ranked.push(heading);
  return withRoom(ranked, ({ pos }) => yOf(pos), KNOT_ROOM);
}

/** Gates of bookmarks that have room; of hundreds close together one stands for its neighbours. */
export function bookmarksWithRoom(bookmarks: readonly Bookmark[], yOf: (pos: number) => number): Bookmark[] {
  return withRoom(bookmarks, ({ pos }) => yOf(pos), GATE_ROOM);
}

/** Other signs that have room, the first of those that are close together. */
export function placesWithRoom<T extends { readonly pos: number }>(
  places: readonly T[],
  yOf: (pos: number) => number,
  room = MARK_ROOM,
): T[] {
  return withRoom(places, ({ pos }) => yOf(pos), room);
}

/** Signs that would lie on one another, as one. */
export interface HeapedMark {
  /** Where the first of them stands. */
  readonly pos: number;
  readonly count: number;
}

/** Signs from the top down: those closer to the first of a heap than `room` pixels join it. */
export function heapedWithRoom(
  places: readonly { readonly pos: number }[],
  yOf: (pos: number) => number,
  room = HEAP_ROOM,
): HeapedMark[] {
  const heaps: { pos: number; count: number }[] = [];
  for (const { pos } of [...places].sort((a, b) => a.pos - b.pos)) {
    const last = heaps.at(-1);
    if (last && yOf(pos) - yOf(last.pos) < room) last.count++;
    else heaps.push({ pos, count: 1 });
  }
  return heaps;
}

/** Takes of places, which are in order or not, those that are within the rope's window, or just beside it. */
export function inWindow(
  y: { invert(at: number): number },
  height: number,
): <T extends { readonly pos: number }>(places: readonly T[]) => T[] {
  const [from, to] = [y.invert(-EDGE), y.invert(height + EDGE)];
  return (places) => places.filter(({ pos }) => pos >= from && pos <= to);
}

const EDGE = 10;
