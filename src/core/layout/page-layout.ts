import type { DocumentIndex, Heading } from "@/core/index";
import type { DestinationId, PageLines, Paper } from "@/core/document";
import { partitionPoint } from "@/core/order";
import { contentsList } from "@/core/wayfinding";
import type { FlowCache } from "./block-flow";
import type { Flow } from "./flow";
import type { ReturnLinkFlows } from "./return-links";
import { PageLabels, type LabelRange } from "./page-labels";
import type { PageReferences } from "./page-references";
import type { PagedSection } from "./paged-section";
import type { Page } from "./paginate";
import type { Resources } from "./resources";

/** What all flows depend on: another of these, other lines. */
export interface LayoutKey {
  readonly styles: unknown;
  /** The styles that authors made. */
  readonly own: unknown;
  readonly language: string;
  readonly hyphenate: unknown;
}

/** What a layout keeps for the next one. */
export interface LayoutCache {
  readonly key: LayoutKey;
  /** By the room of the sections in which they stand. */
  readonly flows: Map<number, FlowCache>;
  readonly returns: Map<string, Flow>;
  readonly led: ReturnLinkFlows;
  /** Words above and below the text for which all is there. */
  readonly lined: Set<string>;
}

/** A place on the pages: which page, counted from 0, and which strip. */
export interface PagePlace {
  readonly page: number;
  readonly flow: number;
  readonly strip: number;
}

/** A document laid out in pages. Made by {@link layOutPages}. */
export class PageLayout {
  readonly labels: PageLabels;
  /** The strips of the contents list, by the places their lines lead to. */
  private linesOfContents: Map<DestinationId, number> | null = null;

  /** @internal */
  constructor(
    readonly index: DocumentIndex,
    /** The sections of its pages, in order. */
    readonly sections: readonly PagedSection[],
    readonly flows: readonly Flow[],
    readonly pages: readonly Page[],
    readonly resources: Resources,
    /** The flow of each block. */
    private readonly flowOfBlock: Int32Array,
    /** Position of each block. */
    private readonly starts: Int32Array,
    /** The flows of endnotes. */
    private readonly endnotes: ReadonlyMap<DestinationId, number>,
    /** The first flow after the front matter; 0 where there is none. */
    body: number,
    /** Whether all that it was laid out with was there. */
    readonly complete: boolean,
    /** @internal The words of cross-references that it was laid out with. */
    readonly references: PageReferences,
    /** @internal */
    readonly cached: LayoutCache,
  ) {
    this.labels = new PageLabels(this.pages.length, this.labelRanges(body));
  }

  /** The paper of a page, counted from 0. */
  paperOf(page: number): Paper {
    return this.sectionOfPage(page).paper;
  }

  /** What stands above and below the text of a page, counted from 0; null where nothing is to. */
  linesOf(page: number): Pick<PageLines, "header" | "footer"> | null {
    const { pages } = this;
    const { lines } = this.sectionOfPage(page);
    const { section } = pages[page]!;
    const isFirst = page === partitionPoint(pages.length, (i) => pages[i]!.section < section);
    if (isFirst && !lines.onFirst) return lines.first ?? null;
    return page % 2 === 1 && lines.even ? lines.even : lines;
  }

  /** The section of pages in which a block stands. */
  private sectionOfBlock(block: number): PagedSection {
    const { sections } = this;
    return sections[partitionPoint(sections.length, (i) => sections[i]!.block <= block) - 1]!;
  }

  /** @internal How much room there is where a block stands. */
  roomOf(block: number): number {
    return this.sectionOfBlock(block).room;
  }

  private sectionOfPage(page: number): PagedSection {
    return this.sections[this.pages[page]?.section ?? 0]!;
  }

  private labelRanges(body: number): LabelRange[] {
    const ranges: LabelRange[] = [];
    if (body > 0)
      ranges.push(
        { page: 0, numerals: "lower-roman", from: 1 },
        { page: this.pageOfStrip(body, 0), numerals: "decimal", from: 1 },
      );
    for (const { own, flow } of this.sections)
      if (own.numbering) ranges.push({ page: this.pageOfStrip(flow, 0), ...own.numbering });
    return ranges.sort((a, b) => a.page - b.page);
  }

  /** The page on which a position of the document stands, counted from 0. */
  pageAt(pos: number): number {
    return this.placeAt(pos).page;
  }

  /** Where a position of the document stands. */
  placeAt(pos: number): PagePlace {
    const block = Math.max(0, partitionPoint(this.starts.length, (i) => this.starts[i]! <= pos) - 1);
    const flow = this.flowOfBlock[block] ?? 0;
    const strips = this.flows[flow]?.strips ?? [];
    const offset = pos - (this.starts[block] ?? 0);
    let strip = 0;
    while (strip + 1 < strips.length && strips[strip + 1]!.start <= offset) strip++;
    return { page: this.pageOfStrip(flow, strip), flow, strip };
  }

  /** Where a destination stands; undefined for one that is not in the document. */
  placeOf(id: DestinationId): PagePlace | undefined {
    const destination = this.index.destination(id);
    return destination && this.placeAt(destination.pos);
  }

  /** Where the line of a place stands in the contents list; undefined where that has none. */
  placeOfLine(of: DestinationId): PagePlace | undefined {
    const list = contentsList(this.index);
    const flow = list && this.flowOfBlock[list.block];
    if (flow === null || flow === undefined) return undefined;
    if (!this.linesOfContents) {
      this.linesOfContents = new Map();
      for (const [strip, { content }] of (this.flows[flow]?.strips ?? []).entries())
        if (content.kind === "contents" && content.line === 0) this.linesOfContents.set(content.to, strip);
    }
    const strip = this.linesOfContents.get(of);
    return strip === undefined ? undefined : { page: this.pageOfStrip(flow, strip), flow, strip };
  }

  /** The flow of an endnote's words. */
  flowOfEndnote(id: DestinationId): number | undefined {
    return this.endnotes.get(id);
  }

  /** The number of the page on which a destination stands, as it is written there. */
  labelOf(id: DestinationId): string | undefined {
    const place = this.placeOf(id);
    return place && this.labels.of(place.page);
  }

  /** The number of the page on which a position stands, as it is written there. */
  labelAt(pos: number): string {
    return this.labels.of(this.pageAt(pos));
  }

  /** @internal The flow of a block. */
  flowOf(block: number): Flow | undefined {
    return this.flows[this.flowOfBlock[block]!];
  }

  /** The position at which a page begins. */
  startOf(page: number): number {
    const at = this.pages[Math.min(page, this.pages.length - 1)];
    if (!at) return 0;
    const block = this.blockOf(at.flow);
    const end = this.index.doc.content.size;
    // What is generated stands after its block.
    if (this.flowOfBlock[block] !== at.flow) return this.starts[block + 1] ?? end;
    // The first strip begins with its block, not with the first letter.
    const within = at.strip === 0 ? 0 : (this.flows[at.flow]?.strips[at.strip]?.start ?? 0);
    return Math.min(this.starts[block]! + within, end);
  }

  /** The innermost section in which a page begins; where one begins at its head, that. */
  sectionOf(page: number): Heading | null {
    const at = this.pages[Math.min(page, this.pages.length - 1)];
    const start = this.startOf(page);
    // A block that goes on has the page's top, even if the next is a heading.
    const goesOn = at && at.strip > 0 ? this.starts[this.blockOf(at.flow)]! : -1;
    const block = goesOn < 0 ? null : this.index.doc.nodeAt(goesOn);
    return this.index.sectionAt(block ? Math.min(start, goesOn + block.nodeSize - 1) : start);
  }

  /** The block that a flow shows, or the one before it where it is generated. */
  blockOf(flow: number): number {
    return Math.max(0, partitionPoint(this.flowOfBlock.length, (i) => this.flowOfBlock[i]! <= flow) - 1);
  }

  /** Characters that no font has, with the position of the first block that holds each. */
  get missing(): ReadonlyMap<string, number> {
    const found = new Map<string, number>();
    this.flows.forEach((flow, i) => {
      for (const character of flow.missing)
        if (!found.has(character)) found.set(character, this.starts[this.blockOf(i)] ?? 0);
    });
    return found;
  }

  private pageOfStrip(flow: number, strip: number): number {
    // An empty page begins where the next does, which is the one that counts.
    const begun = partitionPoint(this.pages.length, (i) => {
      const page = this.pages[i]!;
      return page.flow < flow || (page.flow === flow && page.strip <= strip);
    });
    return Math.max(0, begun - 1);
  }
}
