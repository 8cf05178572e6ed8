import type { Bookmark, Heading } from "@/core/destinations";

/** Room that a knot of each level keeps to the one before it, in pixels. */
const KNOT_ROOM = [0, 13, 15];
const GATE_ROOM = 12;

/** Knots of level 1, and of levels 2 and 3 where they have room: a rope that is all knots shows nothing. */
export function knotsWithRoom(headings: readonly Heading[], yOf: (pos: number) => number): Heading[] {
  return apart(headings, yOf, ({ level }) => KNOT_ROOM[level - 1] ?? Infinity);
}

/** Gates of bookmarks where they have room; of hundreds close together one stands for its neighbours. */
export function gatesWithRoom(bookmarks: readonly Bookmark[], yOf: (pos: number) => number): Bookmark[] {
  return apart(bookmarks, yOf, () => GATE_ROOM);
}

/** Those that are so far from the last that was taken. */
function apart<T extends { readonly pos: number }>(
  places: readonly T[],
  yOf: (pos: number) => number,
  room: (place: T) => number,
): T[] {
  let last = -Infinity;
  return places.filter((place) => {
    const y = yOf(place.pos);
    if (!(y - last >= room(place))) return false;
    last = y;
    return true;
  });
}
