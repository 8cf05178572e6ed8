import type { LinePair, PageLine } from "@/core/document";

/** A header and footer without words. */
export const EMPTY_LINES: LinePair = { header: ["", "", ""], footer: ["", "", ""] };

/** The thirds of a line up to the last that has words; at least the first. */
export function thirdsUsed(line: PageLine): readonly string[] {
  return line.slice(0, line[2] ? 3 : line[1] ? 2 : 1);
}

/** How far a header or footer stands from the edge of the paper, in points. `margin`: between that edge and the text. */
export function distanceFromEdge(margin: number): number {
  return Math.min(36, Math.max(14, margin / 2));
}
