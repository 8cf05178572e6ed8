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
  const ranked: { rank: number; label: RopeLabel }[] = [
    ...headings.map((place) => ({ rank: place.level * 2, label: { place, y: yOf(place.pos) } })),
    ...bookmarks.map((place) => ({ rank: 3, label: { place, y: yOf(place.pos) } })),
  ];
  ranked.sort((a, b) => a.rank - b.rank || a.label.y - b.label.y);
  const shown = withRoom(
    ranked.map(({ label }) => label),
    ({ y }) => y,
    LABEL_HEIGHT,
  );
  return shown.sort((a, b) => a.y - b.y);
}
