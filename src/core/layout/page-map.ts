import { StepMap, type Mappable } from "prosemirror-transform";
import { looksSame, partitionPoint } from "@/core/order";
import { PageLabels, type LabelRange } from "./page-labels";
import type { PageLayout } from "./page-layout";

/** How large pages are from one on, counted from 0: points. */
export interface PagePaper {
  readonly page: number;
  readonly width: number;
  readonly height: number;
}

/** Where the pages of a document begin: all that a window needs to show the number of any place's page. */
export class PageMap {
  readonly labels: PageLabels;

  /**
   * @param starts Position at which each page begins, in order.
   * @param ranges From which page on they are counted how.
   * @param papers The papers on which they stand, from which page on, in order.
   * @param origin The same object in all that is mapped from one layout: places that moved along have the numbers they had.
   */
  constructor(
    readonly starts: Int32Array,
    ranges: readonly LabelRange[],
    readonly papers: readonly PagePaper[] = [],
    readonly origin: object = {},
  ) {
    this.labels = new PageLabels(starts.length, ranges);
  }

  static of(layout: PageLayout): PageMap {
    return new PageMap(
      Int32Array.from(layout.pages, (_, page) => layout.startOf(page)),
      layout.labels.ranges,
      papersOf(layout),
    );
  }

  /** The page on which a position stands, counted from 0. */
  pageAt(pos: number): number {
    return Math.max(0, this.firstAfter(pos) - 1);
  }

  /** The page of a position, counted from 0, with the part of the page above it. */
  pageOf(pos: number): number {
    const page = this.pageAt(pos);
    const start = this.starts[page] ?? 0;
    const next = this.starts[page + 1];
    // How full the last page is, is not told here.
    return next === undefined || next === start ? page : page + (pos - start) / (next - start);
  }

  /** The number of the page on which a position stands, as it is written there. */
  labelAt(pos: number): string {
    return this.labels.of(this.pageAt(pos));
  }

  /** The place of the first page that begins after a position. */
  firstAfter(pos: number): number {
    return partitionPoint(this.starts.length, (page) => this.starts[page]! <= pos);
  }

  /** The same pages after a change of the document, as far as can be told before they are laid out again. */
  mapped(changes: readonly Mappable[]): PageMap {
    const starts = this.starts.slice();
    for (const change of changes) move(starts, change);
    return new PageMap(starts, this.labels.ranges, this.papers, this.origin);
  }

  /** Whether all pages begin at the same places and are counted alike. */
  equals(other: PageMap): boolean {
    return this.looksLike(other, 0) && JSON.stringify(this.papers) === JSON.stringify(other.papers);
  }

  /** The paper of a page, counted from 0; null where that was not told. */
  paperOf(page: number): PagePaper | null {
    return this.papers.findLast((paper) => paper.page <= page) ?? null;
  }

  /** Whether they look the same where a document of a size is drawn to scale. */
  looksLike(other: PageMap, size: number): boolean {
    return this.labels.equals(other.labels) && looksSame(this.starts, other.starts, size);
  }
}

function papersOf(layout: PageLayout): PagePaper[] {
  const papers: PagePaper[] = [];
  layout.pages.forEach((_page, page) => {
    const { width, height } = layout.paperOf(page);
    const last = papers.at(-1);
    if (last?.width !== width || last.height !== height) papers.push({ page, width, height });
  });
  return papers;
}

/** Moves positions along with a change. Of most changes nothing before them moves, and all that is behind them alike. */
function move(starts: Int32Array, change: Mappable): void {
  // Moves put positions out of order.
  const plain =
    change instanceof StepMap &&
    change.constructor === StepMap &&
    starts.every((start, i) => i === 0 || starts[i - 1]! <= start);
  const part = plain ? touched(change) : { from: -Infinity, to: Infinity };
  if (!part) return;
  let page = partitionPoint(starts.length, (i) => starts[i]! < part.from);
  for (; page < starts.length && starts[page]! <= part.to; page++)
    starts[page] = change.map(starts[page]!, -1);
  const by = page < starts.length ? change.map(starts[page]!, -1) - starts[page]! : 0;
  for (; page < starts.length; page++) starts[page]! += by;
}

/** From where to where a change replaces something; null where it replaces nothing. */
function touched(change: StepMap): { from: number; to: number } | null {
  let [from, to] = [Infinity, -1];
  change.forEach((start, end) => {
    from = Math.min(from, start);
    to = Math.max(to, end);
  });
  return to < 0 ? null : { from, to };
}
