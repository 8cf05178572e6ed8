import type { BreakPlaces } from "./break-table";

/** The places at which the lines of a text end, in order, the last one included. */
export type LineEnds = readonly number[];

/** Spaces may grow by half and shrink by a third; a line of more stretch than {@link LOOSE} halves is avoided at any cost. */
const STRETCH = 0.5;
const SHRINK = 0.3;
const LOOSE = 1;

/**
 * Lines filled one after the other: for text with a ragged edge. A word is divided only where the line would be left with a
 * hole of more than `hole` parts of the measure; `divide` puts its places into the table then, and answers how many.
 */
export function fillLines(
  places: BreakPlaces,
  measure: number,
  hole: number,
  divide: ((place: number) => number) | null,
): LineEnds {
  const ends: number[] = [];
  let start = -1;
  for (let at = 0; at < places.count;) {
    const from = start < 0 ? 0 : places.next[start]!;
    const limit = from + measure + 0.001;
    let best = -1;
    let tight = -1;
    while (at < places.count && places.end[at]! <= limit) {
      // A hyphen that would stand there needs room as well.
      if (places.end[at]! + places.hyphen[at]! <= limit) best = at;
      tight = at;
      if (places.forced[at++]) break;
    }
    const full = at < places.count && !(best >= 0 && places.forced[best]);
    const used = best < 0 ? 0 : places.end[best]! - from;
    if (full && divide && used < measure * (1 - hole) && divide(at) > 0)
      for (; places.hyphen[at]! > 0; at++) if (places.end[at]! + places.hyphen[at]! <= limit) best = at;
    // What is wider than the line stands in a line of its own; letters are parted later.
    if (best < 0) best = tight >= 0 ? tight : Math.min(at, places.count - 1);
    ends.push(best);
    start = best;
    at = best + 1;
  }
  return ends;
}

/**
 * The lines that together are the best: for text with two straight edges (after Knuth and Plass, Breaking Paragraphs into
 * Lines, 1981). Null where no lines hold their spaces within `tolerance` times what they may stretch.
 */
export function bestLines(
  places: BreakPlaces,
  measure: number,
  space: number,
  tolerance: number,
): LineEnds | null {
  const { count } = places;
  const cost = new Float64Array(count).fill(Infinity);
  const before = new Int32Array(count).fill(-2);
  /** Places after which a line may begin that still reaches the place looked at. */
  let active: number[] = [-1];
  for (let b = 0; b < count; b++) {
    const last = b === count - 1 || places.forced[b]!;
    let kept = 0;
    for (const a of active) {
      const natural = places.end[b]! - (a < 0 ? 0 : places.next[a]!) + places.hyphen[b]!;
      const spaces = places.spacesEnd[b]! - (a < 0 ? 0 : places.spacesNext[a]!);
      const room = measure - natural;
      const shrink = spaces * space * SHRINK;
      // Anything later only makes the line longer.
      const tooLong = room < -shrink - 0.001;
      if (!tooLong || places.hyphen[b]! > 0) active[kept++] = a;
      if (tooLong) continue;
      const ratio =
        room >= 0
          ? last
            ? 0
            : spaces > 0
              ? room / (spaces * space * STRETCH)
              : room < 1
                ? 0
                : Infinity
          : room / shrink;
      if (ratio > tolerance) continue;
      const bad = 1 + 100 * (ratio < 0 ? -ratio : ratio) * ratio * ratio + (ratio > LOOSE ? 1_000 : 0);
      const divided = places.hyphen[b]! > 0;
      const twice = divided && a >= 0 && places.hyphen[a]! > 0;
      const total = (a < 0 ? 0 : cost[a]!) + bad * bad + (divided ? 2_500 : 0) + (twice ? 10_000 : 0) + 10;
      if (total < cost[b]!) {
        cost[b] = total;
        before[b] = a;
      }
    }
    active.length = kept;
    if (places.forced[b]) active = [];
    if (cost[b]! < Infinity) active.push(b);
    if (active.length === 0) return null;
  }
  if (cost[count - 1] === Infinity) return null;
  const ends: number[] = [];
  for (let b = count - 1; b >= 0; b = before[b]!) ends.push(b);
  return ends.reverse();
}
