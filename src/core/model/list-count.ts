import { z } from "zod";
import { ownEntry } from "@/core/own-entry";
import { letters, roman } from "./numerals";

/** How the items of a list are counted, as CSS calls it (CSS Counter Styles Level 3, 6): 1, a, A, i, I. */
export const NUMERALS = ["decimal", "lower-alpha", "upper-alpha", "lower-roman", "upper-roman"] as const;

export type Numerals = (typeof NUMERALS)[number];

/** How many letters may stand before or behind a count. */
export const MAX_AFFIX_LETTERS = 12;

/** What stands before or behind a count: no line ends, and no more than there is room for. */
const beside = z
  .string()
  .max(MAX_AFFIX_LETTERS)
  .refine((words) => !/[\r\n\t]/.test(words), "not in one line");

/** The most that a list may begin with. */
export const MAX_START = 1_000_000;

/** How a list counts. */
export const listCountSchema = z.strictObject({
  start: z.int().min(0).max(MAX_START).default(1),
  numerals: z.enum(NUMERALS).default("decimal"),
  before: beside.default("").describe("Stands before each count: `(` in (a)."),
  after: beside.default(".").describe("Stands behind each count: `)` in (a)."),
  continues: z
    .boolean()
    .default(false)
    .describe("It goes on counting where the last list beside it stopped; `start` says nothing then."),
});

export type ListCount = z.output<typeof listCountSchema>;

/** How a list counts at first: 1. 2. 3. */
export const FIRST_COUNT: ListCount = listCountSchema.parse({});

/** What stands before an item that is the `number`th: `(a)`. Numerals that do not reach it give way to digits, as in CSS. */
export function listMarker({ numerals, before, after }: ListCount, number: number): string {
  return before + numeral(numerals, number) + after;
}

/** A count in numerals; in digits where those do not reach it. */
export function numeral(numerals: Numerals, number: number): string {
  const written =
    number < 1
      ? null
      : numerals.endsWith("alpha")
        ? letters(number)
        : numerals.endsWith("roman") && number < 4_000
          ? roman(number)
          : null;
  if (written === null) return String(number);
  return numerals.startsWith("lower") ? written.toLowerCase() : written;
}

/** The numerals that HTML's `type` names, and those of a style; null where neither names any. */
export function numeralsFrom(
  type: string | null | undefined,
  style: string | null | undefined,
): Numerals | null {
  const byStyle = /list-style(?:-type)?\s*:[^;]*\b(lower|upper)-(alpha|latin|roman)\b/i.exec(
    (style ?? "").slice(0, MAX_CSS_LETTERS),
  );
  if (byStyle) {
    const kind = byStyle[2]!.toLowerCase() === "roman" ? "roman" : "alpha";
    return byStyle[1]!.toLowerCase() === "lower" ? `lower-${kind}` : `upper-${kind}`;
  }
  return ownEntry(TYPES, type ?? "") ?? null;
}

/** As many letters of a style are looked at. */
const MAX_CSS_LETTERS = 1_000;

const TYPES: Readonly<Record<string, Numerals>> = {
  "1": "decimal",
  a: "lower-alpha",
  A: "upper-alpha",
  i: "lower-roman",
  I: "upper-roman",
};

/** HTML's `type` for numerals; ISO 26300 (19.500) names them alike. */
export function numeralsType(numerals: Numerals): string {
  return Object.entries(TYPES).find(([, named]) => named === numerals)![0];
}
