/**
 * Where the lines of a text may end, in order, as columns of one table. A line that begins after place `a` and ends at `b` is
 * `end[b] - next[a] + hyphen[b]` wide and holds `spacesEnd[b] - spacesNext[a]` spaces. Widths are points from the text's start.
 */
export interface BreakPlaces {
  count: number;
  anyForced: boolean;
  /** Offset after the last sign that is seen on the line. */
  to: Int32Array;
  /** Offset of the next line's first sign. */
  from: Int32Array;
  end: Float64Array;
  next: Float64Array;
  spacesEnd: Int32Array;
  spacesNext: Int32Array;
  /** Width of the hyphen that is put there; 0 where none is. */
  hyphen: Float64Array;
  /** 1 where a line ends whatever else may be. */
  forced: Uint8Array;
}

/** The table that all texts share, one after the other: it is filled for each again. */
export const places = columns(1_024);

function columns(room: number): BreakPlaces {
  return {
    count: 0,
    anyForced: false,
    to: new Int32Array(room),
    from: new Int32Array(room),
    end: new Float64Array(room),
    next: new Float64Array(room),
    spacesEnd: new Int32Array(room),
    spacesNext: new Int32Array(room),
    hyphen: new Float64Array(room),
    forced: new Uint8Array(room),
  };
}

const COLUMNS = ["to", "from", "end", "next", "spacesEnd", "spacesNext", "hyphen", "forced"] as const;

/** Makes room for so many places more. */
function grow(by: number): void {
  const wide = columns(2 * (places.count + by));
  for (const name of COLUMNS) wide[name].set(places[name]);
  Object.assign(places, { ...wide, count: places.count, anyForced: places.anyForced });
}

/** Puts a place at the end of the table, at which nothing is put and after which no space stands yet; answers its number. */
export function addPlace(to: number, spaces: number, x: number): number {
  if (places.count === places.to.length) grow(1);
  const i = places.count++;
  setPlace(i, to, spaces, x, 0);
  return i;
}

/** Makes room for places before another, whose values are still to be set. */
export function insertPlaces(before: number, by: number): void {
  if (places.count + by > places.to.length) grow(by);
  for (const name of COLUMNS) places[name].copyWithin(before + by, before, places.count);
  places.count += by;
}

/** Sets a place within the words: the next line begins where this one ends. */
export function setPlace(i: number, to: number, spaces: number, x: number, hyphen: number): void {
  places.to[i] = to;
  places.from[i] = to;
  places.end[i] = x;
  places.next[i] = x;
  places.spacesEnd[i] = spaces;
  places.spacesNext[i] = spaces;
  places.hyphen[i] = hyphen;
  places.forced[i] = 0;
}
