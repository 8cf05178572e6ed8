import type { Bookmark, Heading } from "@/core/index";
import { withRoom } from "./minimap-room";

/** A label on the rope, at its height in pixels. */
export interface MinimapLabel {
  readonly place: Heading | Bookmark;
  readonly y: number;
}

/** As high as a place has to be that is hit by a finger or a hand that shakes (WCAG 2.2, 2.5.8), in pixels. */
export const LABEL_HEIGHT = 24;

/**
 * Which labels the rope shows: as many as fit without two of them overlapping, higher ranks first, bookmarks after the
 * chapters. In order of place.
 */
export function minimapLabels(
  headings: readonly Heading[],
  bookmarks: readonly Bookmark[],
  yOf: (pos: number) => number,
): MinimapLabel[] {
  const ranked: (Heading | Bookmark)[] = [];
  // A heading keeps its name though a bookmark stands on it; the gate beside it tells of that.
  const titled = new Set(headings.map(({ block }) => block));
  const beside = bookmarks.filter(({ block }) => !titled.has(block));
  const chapters = chapterLevel(headings);
  for (let level = 1; level <= 6; level++) {
    for (const heading of headings) if (heading.level === level) ranked.push(heading);
    if (level === chapters) ranked.push(...beside);
  }
  const shown = withRoom(ranked, ({ pos }) => yOf(pos), LABEL_HEIGHT).map((place) => ({
    place,
    y: yOf(place.pos),
  }));
  return shown.sort((a, b) => a.y - b.y);
}

/** How many headings of a level make chapters. Fewer may be the title of the whole, on its cover and above its text. */
const MIN_CHAPTERS = 3;

/** The highest level that has several headings: above it stands the title of the whole, if anything. */
function chapterLevel(headings: readonly Heading[]): number {
  for (const least of [MIN_CHAPTERS, 2])
    for (let level = 1; level <= 6; level++)
      if (headings.filter((heading) => heading.level === level).length >= least) return level;
  return 1;
}
