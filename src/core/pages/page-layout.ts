import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { blockPlaceOf, noteNumber, type DocumentIndex, type Heading } from "@/core/destinations";
import {
  asKind,
  type DestinationId,
  idOf,
  isKind,
  namedWithin,
  type PageLines,
  type Paper,
  settingsOf,
  setupOf,
} from "@/core/document";
import { partitionPoint } from "@/core/order";
import { contentsList, hasLine, placedIn, returnLinks, wayHome, type WayOn } from "@/core/wayfinding";
import { blockFlow, endnoteFlow, returnFlow, type FlowCache } from "./block-flow";
import type { Composition } from "./composition";
import type { Flow } from "./flow";
import { wantPageLines } from "./page-line-words";
import { PageReferences } from "./page-references";
import { PageLabels, type LabelRange } from "./page-labels";
import { fillAlike, firstSection, pagedSection, type PagedSection } from "./paged-section";
import { paginate, type Page } from "./paginate";
import type { Resources } from "./resources";

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
    readonly cached: {
      readonly key: LayoutKey;
      /** By the room of the sections in which they stand. */
      readonly flows: Map<string, FlowCache>;
      readonly returns: Map<string, Flow>;
      readonly led: LedFlows;
      /** Words above and below the text for which all is there. */
      readonly lined: Set<string>;
    },
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
  roomOf(block: number): string {
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
    // Where a block goes on it is that block's, also where the next is a heading.
    const goesOn = at && at.strip > 0 ? this.starts[this.blockOf(at.flow)]! : -1;
    const block = goesOn < 0 ? null : this.index.doc.nodeAt(goesOn);
    return this.index.sectionAt(block ? Math.min(start, goesOn + block.nodeSize - 1) : start);
  }

  /** The block that a flow shows, or the one before it where it is generated. */
  blockOf(flow: number): number {
    return Math.max(0, partitionPoint(this.flowOfBlock.length, (i) => this.flowOfBlock[i]! <= flow) - 1);
  }

  /** Signs that no font has, with the position of the first block that holds each. */
  get missing(): ReadonlyMap<string, number> {
    const found = new Map<string, number>();
    this.flows.forEach((flow, i) => {
      for (const sign of flow.missing)
        if (!found.has(sign)) found.set(sign, this.starts[this.blockOf(i)] ?? 0);
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

/** What all flows depend on: another of these, other lines. */
interface LayoutKey {
  readonly styles: unknown;
  /** The styles that authors made. */
  readonly own: unknown;
  readonly language: string;
  readonly hyphenate: unknown;
}

/** Words that speak of pages can move pages; in practice they settle at the second time. */
const MOST_PASSES = 4;

/**
 * Lays a document out in pages. With the layout of an earlier version, only what changed is broken into lines, and pages are filled
 * until they fall together with those of before.
 */
export function layOutPages(index: DocumentIndex, resources: Resources, earlier?: PageLayout): PageLayout {
  let layout = layOutOnce(index, resources, new PageReferences(index, earlier ?? null), earlier);
  for (let pass = 1; pass < MOST_PASSES && layout.references.differsOn(layout); pass++)
    layout = layOutOnce(index, resources, new PageReferences(index, layout), layout);
  return layout;
}

function layOutOnce(
  index: DocumentIndex,
  resources: Resources,
  references: PageReferences,
  earlier?: PageLayout,
): PageLayout {
  const { doc, sheet } = index;
  const setup = setupOf(sheet);
  const { misses } = resources;
  const hyphenate = resources.hyphenation(settingsOf(doc).language);
  const pending = resources.misses !== misses;
  const key: LayoutKey = {
    styles: sheet.styles,
    own: sheet.own,
    language: settingsOf(doc).language,
    hyphenate,
  };
  const cached =
    earlier && !pending && sameKey(earlier.cached.key, key)
      ? earlier.cached
      : {
          key,
          flows: new Map<string, FlowCache>(),
          returns: new Map<string, Flow>(),
          led: new WeakMap() as LedFlows,
          lined: new Set<string>(),
        };
  const shared = { sheet, resources, hyphenate, index, notes: { foot: 0, end: 0 }, references };
  const sections: PagedSection[] = [];
  const caches = new Map<string, FlowCache>();
  let composition: Composition;
  let cache: FlowCache;
  const begin = (section: PagedSection) => {
    sections.push(section);
    const { width, height, room } = section;
    composition = { ...shared, width, height };
    cache = caches.get(room) ?? cached.flows.get(room) ?? new WeakMap();
    caches.set(room, cache);
  };
  begin(firstSection(sheet));
  const flows: Flow[] = [];
  const flowOfBlock = new Int32Array(doc.childCount);
  const starts = new Int32Array(doc.childCount);
  const returns = returnLinks(index);
  const home = settingsOf(doc).returns.also?.includes("headings") ? wayHome(index) : null;
  const bodyBlock = setup.romanFront ? bodyBegins(index) : 0;
  const noted = new Set(index.notes.map(({ block }) => block));
  const referring = references.blocks;
  const unchanged =
    earlier?.complete && cached === earlier.cached
      ? unchangedFlows(earlier, doc, {
          depends: (block) => noted.has(block) || referring.has(block),
          room: () => sections.at(-1)!.room,
        })
      : null;
  let body = 0;
  let nextReturn = 0;
  const returnFlows = new Map<string, Flow>();
  let lasting = true;
  let pos = 0;
  for (let block = 0; block < doc.childCount; block++) {
    const node = doc.child(block);
    references.start = pos;
    flowOfBlock[block] = flows.length;
    starts[block] = pos;
    pos += node.nodeSize;
    // What stands in the header or footer is, in the text, where the next block begins.
    if (placedIn(node) === null || block === doc.childCount - 1) {
      let flow =
        unchanged?.(block, node) ??
        blockFlow(node, { noted: noted.has(block), referring: referring.has(block) }, composition!, cache!);
      if (home && isKind(node, "heading")) flow = ledHome(flow, leadFrom(node, home, index), cached.led);
      if (bodyBlock > 0 && block === bodyBlock) {
        body = flows.length;
        flow = onNewPage(flow);
      }
      const own = asKind(node, "page_break")?.section;
      // At the very beginning it says how the first pages are.
      if (own && block === 0) flow = onSamePage(flow);
      flows.push(flow);
      if (own) {
        if (block === 0) sections.pop();
        begin(pagedSection(sheet, own, block === 0 ? 0 : block + 1, block === 0 ? 0 : flows.length));
      }
    }
    const back = returns[nextReturn];
    if (back && back.block === block + 1) {
      nextReturn++;
      // Each its own: links of one text are drawn as one.
      const made = `${sections.at(-1)!.room} ${back.section.id} ${JSON.stringify(back.ways)}`;
      let known = cached.returns.get(made);
      if (!known) {
        known = returnFlow(back.ways, composition!);
        if (pending || resources.misses !== misses) lasting = false;
      }
      returnFlows.set(made, known);
      flows.push(known);
    }
  }
  wantPageLines([...new Set(sections.map(({ lines }) => lines))], index, resources, cached.lined);
  const endnotes = new Map<DestinationId, number>();
  for (const { id, flow } of endnoteFlows(index, composition!)) {
    if (id) endnotes.set(id, flows.length);
    flows.push(flow);
  }
  // What no section has any more is let go.
  if (lasting) {
    cached.returns.clear();
    for (const [made, flow] of returnFlows) cached.returns.set(made, flow);
  }
  cached.flows.clear();
  for (const [room, known] of caches) cached.flows.set(room, known);
  const same = earlier && !pending ? sameRun(earlier.flows, flows) : null;
  const pages = paginate(
    flows,
    sections,
    earlier && same && fillAlike(earlier.sections, sections)
      ? { pages: earlier.pages, flows: earlier.flows.length, ...same }
      : null,
  );
  return new PageLayout(
    index,
    sections,
    flows,
    pages,
    resources,
    flowOfBlock,
    starts,
    endnotes,
    body,
    resources.misses === misses,
    references,
    cached,
  );
}

/** The flows of blocks before and after a change that depend on nothing but themselves. */
function unchangedFlows(
  earlier: PageLayout,
  doc: Node,
  now: {
    /** Whether a block depends on more than itself. */
    readonly depends: (block: number) => boolean;
    /** How much room there is where the block stands that is asked for. */
    readonly room: () => string;
  },
): (block: number, node: Node) => Flow | undefined {
  const before = earlier.index.doc.content.content;
  const after = doc.content.content;
  const { same, sameAtEnd } = sameRun(before, after);
  const shift = before.length - after.length;
  return (block, node) => {
    if (block >= same && block < after.length - sameAtEnd) return undefined;
    if (blockPlaceOf(node) || asKind(node, "ordered_list")?.continues || now.depends(block)) return undefined;
    if (namedWithin(node).length > 0) return undefined;
    const once = block < same ? block : block + shift;
    return earlier.roomOf(once) === now.room() ? earlier.flowOf(once) : undefined;
  };
}

function sameKey(a: LayoutKey, b: LayoutKey): boolean {
  return a.styles === b.styles && a.own === b.own && a.language === b.language && a.hyphenate === b.hyphenate;
}

/** How many members two lists share at the beginning and at the end. */
function sameRun<T>(before: readonly T[], now: readonly T[]): { same: number; sameAtEnd: number } {
  const shorter = Math.min(before.length, now.length);
  let same = 0;
  while (same < shorter && before[same] === now[same]) same++;
  let sameAtEnd = 0;
  while (
    sameAtEnd < shorter - same &&
    before[before.length - 1 - sameAtEnd] === now[now.length - 1 - sameAtEnd]
  )
    sameAtEnd++;
  return { same, sameAtEnd };
}

/** The block with which the first section after the contents list begins; without a list, the first section. */
function bodyBegins(index: DocumentIndex): number {
  const after = contentsList(index)?.block ?? -1;
  const top = index.headings.reduce((least, { level }) => Math.min(least, level), 6);
  return index.headings.find(({ block, level }) => block > after && level === top)?.block ?? 0;
}

const onSamePage = kept((flow: Flow): Flow => ({ ...flow, endsPage: false }));
const onNewPage = kept((flow: Flow): Flow => (flow.newPage ? flow : { ...flow, newPage: true }));

const setEndnotes = new WeakMap<Node, { key: string; styles: unknown; flow: Flow }>();

/** Endnotes stand after the text, in order. */
function endnoteFlows(
  index: DocumentIndex,
  composition: Composition,
): { id: DestinationId | null; flow: Flow }[] {
  const all: { id: DestinationId | null; flow: Flow }[] = [];
  const { styles } = composition.sheet;
  const { resources } = composition;
  for (const { id, place, from, number } of index.notes) {
    if (place !== "end") continue;
    const node = index.doc.nodeAt(from)!;
    const sign = noteNumber("end", number);
    const key = `${sign} ${composition.width} ${all.length === 0}`;
    const known = setEndnotes.get(node);
    if (known?.key === key && known.styles === styles) {
      all.push({ id, flow: known.flow });
      continue;
    }
    const { misses } = resources;
    const flow = endnoteFlow(node, sign, all.length === 0, composition);
    if (resources.misses === misses) setEndnotes.set(node, { key, styles, flow });
    all.push({ id, flow });
  }
  return all;
}

/** Headings that lead back, by the flow without that. */
type LedFlows = WeakMap<Flow, Flow>;

/** Where a heading leads back: to its line in the contents list; without one to the list, or to the top. */
function leadFrom(heading: Node, { to }: WayOn, index: DocumentIndex): NonNullable<Flow["link"]> {
  const of = idOf(heading)!;
  if (to === null) return { kind: "top" };
  return hasLine(index, of) ? { kind: "line", of } : { kind: "destination", id: to };
}

/** A heading all of whose words lead somewhere; the same object for the same heading. */
function ledHome(flow: Flow, link: NonNullable<Flow["link"]>, led: LedFlows): Flow {
  const isSame = (one: Flow | undefined) => JSON.stringify(one?.link) === JSON.stringify(link);
  if (isSame(flow)) return flow;
  let own = led.get(flow);
  if (!own || !isSame(own)) led.set(flow, (own = { ...flow, link }));
  return own;
}
