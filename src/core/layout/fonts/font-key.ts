import type { Face } from "@/core/document";

/** Families that pages are set in: the faces an author chooses among, and those that step in for scripts these lack. */
export type Family =
  | Face
  | "hebrew"
  | "arabic"
  | "han"
  | "hangul"
  | "devanagari"
  | "thai"
  | "signs"
  | "symbols"
  | "pictographs"
  | "emoji";

/** One font: family, weight, and whether it is slanted: `serif-600i`. Also the name of its files. */
export type FontKey = string & { readonly brand?: "font" };

const WEIGHTS: Readonly<Record<Family, readonly [least: number, most: number]>> = {
  serif: [200, 900],
  sans: [300, 900],
  mono: [200, 800],
  hebrew: [400, 700],
  arabic: [400, 700],
  han: [400, 700],
  hangul: [400, 700],
  devanagari: [400, 700],
  thai: [400, 700],
  signs: [400, 400],
  symbols: [400, 400],
  pictographs: [400, 400],
  emoji: [400, 400],
};

/** The font that comes nearest to what a look asks for. */
export function fontKey(family: Family, weight: number, italic: boolean): FontKey {
  const [least, most] = WEIGHTS[family];
  const slanted = family === "serif" || family === "sans" || family === "mono";
  const nearest = slanted
    ? Math.min(most, Math.max(least, Math.round(weight / 100) * 100))
    : weight >= 600
      ? most
      : least;
  return `${family}-${nearest}${italic && slanted ? "i" : ""}`;
}

/** What bold words weigh among others (CSS Fonts 4, `bolder`). */
export function bolder(weight: number): number {
  if (weight < 350) return 400;
  return weight < 550 ? 700 : 900;
}

/**
 * The families of scripts that others lack: each has the signs of its stretches of the Unicode Standard, and is asked for those alone, so that
 * nobody fetches a font for a script that is not there.
 */
const SCRIPTS: readonly {
  readonly families: readonly Family[];
  readonly stretches: readonly (readonly [first: number, last: number])[];
}[] = [
  {
    families: ["hebrew"],
    stretches: [
      [0x590, 0x5ff],
      [0xfb1d, 0xfb4f],
    ],
  },
  {
    // Before the faces, since those have single letters of it.
    families: ["arabic", "serif", "sans", "mono"],
    stretches: [
      [0x600, 0x8ff],
      [0xfb50, 0xfdff],
      [0xfe70, 0xfefc],
    ],
  },
  {
    families: ["devanagari"],
    stretches: [
      [0x900, 0x97f],
      [0x1cd0, 0x1cff],
      [0xa8e0, 0xa8ff],
    ],
  },
  { families: ["thai"], stretches: [[0xe00, 0xe7f]] },
  {
    families: ["hangul", "han"],
    stretches: [
      [0x1100, 0x11ff],
      [0x3130, 0x318f],
      [0xa960, 0xa97f],
      [0xac00, 0xd7ff],
    ],
  },
  {
    families: ["han", "hangul"],
    stretches: [
      [0x2e80, 0x312f],
      [0x3190, 0x9fff],
      [0xf900, 0xfaff],
      [0xff00, 0xffef],
      [0x20000, 0x3ffff],
    ],
  },
  { families: ["emoji", "pictographs", "symbols"], stretches: [[0x1f000, 0x1faff]] },
];

/** What is asked for all other signs. */
const OTHERS: readonly Family[] = [
  "serif",
  "sans",
  "mono",
  "signs",
  "symbols",
  "pictographs",
  "emoji",
  "han",
];

/** The families of the faces and of mathematics, which are asked for letters of the alphabets; symbols are in none of these. */
const LETTERS: readonly Family[] = ["serif", "sans", "mono", "signs", "han"];
/** Where symbols begin (Unicode Standard, 22). */
const SYMBOLS = 0x2000;

/** The fonts that may have a sign that `key` has not, in the order in which they are asked. */
export function insteadOf(key: FontKey, code: number): readonly FontKey[] {
  const families =
    SCRIPTS.find(({ stretches }) => stretches.some(([first, last]) => code >= first && code <= last))
      ?.families ?? (code < SYMBOLS ? LETTERS : OTHERS);
  let known = instead.get(families);
  if (!known) instead.set(families, (known = new Map()));
  let keys = known.get(key);
  if (keys) return keys;
  const [family, style] = key.split("-") as [Family, string];
  const weight = parseInt(style, 10);
  const italic = style.endsWith("i");
  keys = families.filter((it) => it !== family).map((it) => fontKey(it, weight, italic));
  known.set(key, keys);
  return keys;
}

const instead = new Map<readonly Family[], Map<FontKey, readonly FontKey[]>>();
