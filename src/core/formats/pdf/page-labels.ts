import type { Numerals } from "@/core/document";
import type { PageLabels } from "@/core/layout";

/** How numerals are called in a file (ISO 32000-2, 12.4.2). */
const STYLES: Readonly<Record<Numerals, string>> = {
  decimal: "D",
  "lower-alpha": "a",
  "upper-alpha": "A",
  "lower-roman": "r",
  "upper-roman": "R",
};

/**
 * The numbers of pages, as far as they are in the file. Those that a reader of the file would write otherwise (it writes AA, BB, CC behind Z, and
 * knows no number below 1) are written one by one.
 */
export function pageLabels(labels: PageLabels, range: readonly number[]): unknown[] {
  const written: unknown[] = [];
  let before: { style: string; number: number } | null = null;
  range.forEach((page, i) => {
    const number = labels.numberOf(page);
    const style = STYLES[labels.numeralsOf(page)];
    const byItself = number < 1 || (/a/i.test(style) && number > 26) || (/r/i.test(style) && number >= 4_000);
    if (byItself) written.push(i, { P: new String(labels.of(page)) });
    else if (before?.style !== style || before.number + 1 !== number)
      written.push(i, { S: style, St: number });
    before = byItself ? null : { style, number };
  });
  return written;
}
