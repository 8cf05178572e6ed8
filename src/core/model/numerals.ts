/*
 * Counts as they are written: in letters and in roman numerals.
 */

/** A count in letters: A to Z, AA after Z. For counts from 1 on. */
export function letters(count: number): string {
  let rest = count;
  let written = "";
  while (rest > 0) {
    written = String.fromCharCode(65 + ((rest - 1) % 26)) + written;
    rest = Math.floor((rest - 1) / 26);
  }
  return written;
}

const ROMAN: readonly (readonly [number, string])[] = [
  [1000, "M"],
  [900, "CM"],
  [500, "D"],
  [400, "CD"],
  [100, "C"],
  [90, "XC"],
  [50, "L"],
  [40, "XL"],
  [10, "X"],
  [9, "IX"],
  [5, "V"],
  [4, "IV"],
  [1, "I"],
];

/** A count in roman numerals. For counts from 1 on. */
export function roman(count: number): string {
  let rest = count;
  let written = "";
  for (const [value, letters] of ROMAN)
    while (rest >= value) {
      written += letters;
      rest -= value;
    }
  return written;
}
