import { partitionPoint } from "@/core/order";
import type { PageMap } from "@/core/layout";

/** Between two pages, in pixels. */
const GAP = 24;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Pages of any size below each other. Sizes are points, places are pixels; `scale` is pixels for a point. */
export class PageStack {
  /** How many points of paper lie above each page, and above the end. */
  private readonly above: Float64Array;
  readonly count: number;
  /** The width of the widest page. */
  readonly widest: number;

  /** @param usual The size of pages about which nothing else is known. */
  constructor(
    private readonly pages: PageMap | null,
    private readonly usual: Size,
  ) {
    this.count = pages?.labels.count ?? 0;
    this.above = new Float64Array(this.count + 1);
    let widest = this.count === 0 ? usual.width : 0;
    for (let page = 0; page < this.count; page++) {
      const { width, height } = this.sizeOf(page);
      this.above[page + 1] = this.above[page]! + height;
      widest = Math.max(widest, width);
    }
    this.widest = widest;
  }

  sizeOf(page: number): Size {
    return this.pages?.paperOf(page) ?? this.usual;
  }

  /** Where a page begins. */
  topOf(page: number, scale: number): number {
    const known = Math.min(Math.max(page, 0), this.count);
    return this.above[known]! * scale + (known + 1) * GAP;
  }

  /** How high all of them are, with the space around them. */
  heightOf(scale: number): number {
    return this.topOf(this.count, scale);
  }

  /** The page at a height, or the one above where that lies between two. */
  pageAt(y: number, scale: number): number {
    return Math.max(0, partitionPoint(this.count, (page) => this.topOf(page, scale) <= y) - 1);
  }
}
