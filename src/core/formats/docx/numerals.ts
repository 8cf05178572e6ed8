import type { Numerals } from "@/core/document";
import { ownEntry } from "@/core/own-entry";

/** What numerals are called in a file (ISO 29500-1, 17.18.59). */
export const FORMAT_OF: Readonly<Record<Numerals, string>> = {
  decimal: "decimal",
  "lower-alpha": "lowerLetter",
  "upper-alpha": "upperLetter",
  "lower-roman": "lowerRoman",
  "upper-roman": "upperRoman",
};

const NUMERALS: Readonly<Record<string, Numerals>> = Object.fromEntries(
  Object.entries(FORMAT_OF).map(([numerals, format]) => [format, numerals as Numerals]),
);

/** The numerals of a format; those of unknown ones, and of numbers in words, are decimal. */
export function numeralsOf(format: string | undefined): Numerals {
  return ownEntry(NUMERALS, format ?? "decimal") ?? "decimal";
}
