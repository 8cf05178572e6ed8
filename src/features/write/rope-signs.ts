import type { Bookmark, Heading } from "@/core/destinations";
import { withRoom } from "./rope-room";

const KNOT_ROOM = 12;
const GATE_ROOM = 12;
/** Deeper headings have no knot. */
const DEEPEST = 3;

/** Knots of headings that have room, those of higher levels first: a rope that is all knots shows nothing. */
export function knotsWithRoom(headings: readonly Heading[], yOf: (pos: number) => number): Heading[] {
  const ranked = headings.filter(({ level }) => level <= DEEPEST).sort((a, b) => a.level - b.level);
  return withRoom(ranked, ({ pos }) => yOf(pos), KNOT_ROOM);
}

/** Gates of bookmarks that have room; of hundreds close together one stands for its neighbours. */
export function gatesWithRoom(bookmarks: readonly Bookmark[], yOf: (pos: number) => number): Bookmark[] {
  return withRoom(bookmarks, ({ pos }) => yOf(pos), GATE_ROOM);
}
