import type { DocumentIndex } from "@/core/index";
import {
  drawPage,
  layOutWith,
  PageMap,
  Resources,
  type PageLayout,
  type ResourceSource,
} from "@/core/layout";
import type { FromWorker } from "./protocol";

/** The worker's copy laid out in pages, and what it tells of them. Knows nothing of workers, so that it can be tested alone. */
export class LaidOutCopy {
  private readonly resources = new Resources();
  private layout: PageLayout | null = null;
  private revision = 0;
  private looked: readonly number[] = [];

  constructor(private readonly source: ResourceSource) {}

  /**
   * Lays out a version of the document and fetches what it lacks for that; answers with what to report, nothing where `newer`
   * says meanwhile that there is a later version. What cannot be fetched has its stand-in.
   */
  async follow(index: DocumentIndex, revision: number, newer: () => boolean): Promise<FromWorker[]> {
    const layout = await layOutWith(index, this.resources, this.source, {
      ...(this.layout ? { earlier: this.layout } : {}),
      stale: newer,
    });
    if (!layout) return [];
    this.layout = layout;
    this.revision = revision;
    return [this.starts(layout), ...this.computed(layout), ...this.drawings(this.looked)];
  }

  private lastSent = "";

  /** What came of the expressions in the text, where that is not what was told before. */
  private computed({ index, references }: PageLayout): FromWorker[] {
    const expressions = new Set(index.computed.map(({ expression }) => expression));
    const values = [...expressions].map((one) => [one, references.computed(one)] as const);
    const written = JSON.stringify(values);
    if (written === this.lastSent || (this.lastSent === "" && values.length === 0)) return [];
    this.lastSent = written;
    return [{ kind: "computed", revision: this.revision, values }];
  }

  /** Which pages are looked at from now on; answers with their drawings. */
  look(pages: readonly number[]): FromWorker[] {
    const added = pages.filter((page) => !this.looked.includes(page));
    this.looked = pages;
    return this.drawings(added);
  }

  private starts(layout: PageLayout): FromWorker {
    const { starts, labels, papers } = PageMap.of(layout);
    return {
      kind: "pages",
      revision: this.revision,
      starts,
      ranges: labels.ranges,
      papers,
      missing: [...layout.missing],
    };
  }

  private drawings(pages: readonly number[]): FromWorker[] {
    const { layout, revision } = this;
    if (!layout) return [];
    return pages
      .filter((page) => page < layout.pages.length)
      .map((page) => ({ kind: "drawing", revision, page, drawing: drawPage(layout, page) }));
  }
}
