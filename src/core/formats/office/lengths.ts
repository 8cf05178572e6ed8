import { ownEntry } from "@/core/own-entry";

/** A length in points from a number with its unit; null for anything else. `unitless` says how many points a number alone counts for. */
export function pointsOf(written: string | undefined, unitless = 1): number | null {
  const [, number, unit] = /^\s*(-?\d*\.?\d+)\s*([a-z]*)\s*$/i.exec(written?.slice(0, 40) ?? "") ?? [];
  if (number === undefined) return null;
  const points = unit === "" ? unitless : ownEntry(POINTS, unit!.toLowerCase());
  return points === undefined ? null : Number(number) * points;
}

const POINTS: Readonly<Record<string, number>> = {
  pt: 1,
  in: 72,
  cm: 72 / 2.54,
  mm: 72 / 25.4,
  pc: 12,
  pi: 12,
  px: 0.75,
};
