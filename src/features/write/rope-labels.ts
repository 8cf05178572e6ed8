import type { Bookmark, Heading } from "@/core/destinations";
import { withRoom } from "./rope-room";

/** A label on the rope, at its height in pixels. */
export interface RopeLabel {
  readonly place: Heading | Bookmark;
  readonly y: number;
}

const LABEL_HEIGHT = 17;

/**
 * Which labels the rope shows: as many as fit without two of them overlapping, higher ranks first, bookmarks after the
 * sections of level 1. In order of place.
 */
export function ropeLabels(
  headings: readonly Heading[],
  bookmarks: readonly Bookmark[],
  yOf: (pos: number) => number,
): RopeLabel[] {
  const ranked: (Heading | Bookmark)[] = [];
  // A heading keeps its name though a bookmark stands on it; the gate beside it tells of that.
  const titled = new Set(headings.map(({ block }) => block));
  const beside = bookmarks.filter(({ block }) => !titled.has(block));
  for (let level = 1; level <= 6; level++) {
    for (const heading of headings) if (heading.level === level) ranked.push(heading);
    if (level === 1) ranked.push(...beside);
  }
  const shown = withRoom(ranked, ({ pos }) => yOf(pos), LABEL_HEIGHT).map((place) => ({
    place,
    y: yOf(place.pos),
  }));
  return shown.sort((a, b) => a.y - b.y);
}
