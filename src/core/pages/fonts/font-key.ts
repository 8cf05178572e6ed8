import type { Face } from "@/core/document";

/** Families that pages are set in: the faces an author chooses among, and those that step in for scripts these lack. */
export type Family = Face | "hebrew" | "arabic" | "han" | "signs";

/** One font: family, weight, and whether it is slanted: `serif-600i`. Also the name of its files. */
export type FontKey = string & { readonly brand?: "font" };

const WEIGHTS: Readonly<Record<Family, readonly [least: number, most: number]>> = {
  serif: [200, 900],
  sans: [300, 900],
  mono: [200, 800],
  hebrew: [400, 700],
  arabic: [400, 700],
  han: [400, 700],
  signs: [400, 400],
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
 * The fonts that may have a sign that `key` has not, in the order in which they are asked. Arabic letters are asked of the Arabic
 * font first, since others have single ones.
 */
export function insteadOf(key: FontKey): readonly FontKey[] {
  const known = instead.get(key);
  if (known) return known;
  const [family, style] = key.split("-") as [Family, string];
  const weight = parseInt(style, 10);
  const italic = style.endsWith("i");
  const order: readonly Family[] = ["serif", "sans", "mono", "arabic", "hebrew", "signs", "han"];
  const keys = order.filter((it) => it !== family).map((it) => fontKey(it, weight, italic));
  instead.set(key, keys);
  return keys;
}

const instead = new Map<FontKey, readonly FontKey[]>();
