import { numeral, type Numerals } from "@/core/model/list-count";
import type { PageNumbering } from "@/core/document";

/** How pages are counted from one on, which is counted from 0 itself. */
export interface LabelRange extends PageNumbering {
  readonly page: number;
}

/** The numbers of pages as they are written. */
export class PageLabels {
  private readonly byLabel = new Map<string, number>();
  /** From where on pages are counted how; from the first page on, in order, each with the number of its first page. */
  readonly ranges: readonly (LabelRange & { readonly from: number })[];

  /** @param ranges In order, from any page on; those before the first are counted in digits from 1. Of several that begin at a page the last holds. */
  constructor(
    readonly count: number,
    ranges: readonly LabelRange[],
  ) {
    const all: (LabelRange & { readonly from: number })[] = [{ page: 0, numerals: "decimal", from: 1 }];
    for (const range of ranges) {
      const before = all.at(-1)!;
      const from = range.from ?? before.from + range.page - before.page;
      if (before.page === range.page) all.pop();
      all.push({ ...range, from });
    }
    this.ranges = all;
  }

  /** The number of a page, counted from 0, in its range. */
  numberOf(page: number): number {
    const { from, page: first } = this.rangeOf(page);
    return from + page - first;
  }

  /** The number of a page, counted from 0, as it is written. */
  of(page: number): string {
    const { page: first, from, numerals } = this.rangeOf(page);
    const number = from + page - first;
    return numerals === "decimal" ? String(number) : numeral(numerals, number);
  }

  /** The number of the last page that is counted on from the same beginning as a page. */
  lastNumber(page: number): number {
    const next = this.ranges.find(
      (range, i) =>
        range.page > page && range.from !== this.ranges[i - 1]!.from + range.page - this.ranges[i - 1]!.page,
    );
    return this.numberOf((next?.page ?? this.count) - 1);
  }

  /** The numerals in which a page, counted from 0, is counted. */
  numeralsOf(page: number): Numerals {
    return this.rangeOf(page).numerals;
  }

  /** The page of a number as it is written, the first of several; null for none. */
  page(label: string): number | null {
    if (this.byLabel.size === 0)
      for (let i = this.count - 1; i >= 0; i--) this.byLabel.set(this.of(i).toLowerCase(), i);
    return this.byLabel.get(label.trim().toLowerCase()) ?? null;
  }

  /** Whether all pages are counted alike. */
  equals(other: PageLabels): boolean {
    return JSON.stringify(this.ranges) === JSON.stringify(other.ranges);
  }

  private rangeOf(page: number): LabelRange & { readonly from: number } {
    // Asked for with every entry of a contents list at every change.
    const { ranges } = this;
    for (let i = ranges.length - 1; i > 0; i--) if (ranges[i]!.page <= page) return ranges[i]!;
    return ranges[0]!;
  }
}
