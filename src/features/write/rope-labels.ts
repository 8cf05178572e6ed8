import type { Bookmark, Heading } from "@/core/destinations";

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
  const taken = new Map<number, number[]>();
  const shown: RopeLabel[] = [];
  for (const { label } of ranked) {
    const row = Math.floor(label.y / LABEL_HEIGHT);
    const near = [row - 1, row, row + 1].flatMap((at) => taken.get(at) ?? []);
    if (near.some((y) => Math.abs(y - label.y) < LABEL_HEIGHT)) continue;
    taken.set(row, [...(taken.get(row) ?? []), label.y]);
    shown.push(label);
  }
  return shown.sort((a, b) => a.y - b.y);
}
