import { counted } from "@/core/destinations";

/** The numbers of pages as they are written: those of the front matter in small roman numbers, the others from 1. */
export class PageLabels {
  private readonly byLabel = new Map<string, number>();

  /** @param front How many pages stand before the first section; 0 where all are counted alike. */
  constructor(
    readonly count: number,
    readonly front: number,
  ) {}

  /** The number of a page, counted from 0. */
  of(page: number): string {
    return page < this.front ? counted(page + 1, "roman").toLowerCase() : String(page - this.front + 1);
  }

  /** The page of a number as it is written, or null. */
  page(label: string): number | null {
    if (this.byLabel.size === 0) for (let i = 0; i < this.count; i++) this.byLabel.set(this.of(i), i);
    return this.byLabel.get(label.trim().toLowerCase()) ?? null;
  }
}
