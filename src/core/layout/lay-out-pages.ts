import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { blockPlaceOf, type DocumentIndex } from "@/core/index";
import { asKind, type DestinationId, isKind, namedWithin, settingsOf, setupOf } from "@/core/document";
import { bodyBegins, placedIn, returnLinks, wayHome } from "@/core/wayfinding";
import { blockFlow, returnFlow, type FlowCache } from "./block-flow";
import type { Composition } from "./composition";
import { endnoteFlows } from "./endnote-flows";
import type { Flow } from "./flow";
import { returnTarget, withReturnLink } from "./return-links";
import { wantPageLines } from "./page-line-words";
import { PageLayout, type LayoutKey } from "./page-layout";
import { PageReferences } from "./page-references";
import { fillAlike, firstSection, pagedSection, type PagedSection } from "./paged-section";
import { paginate } from "./paginate";
import type { Resources } from "./resources";

/** Words that speak of pages can move pages; in practice they settle at the second time. */
const MAX_PASSES = 4;

/**
 * Lays a document out in pages. With the layout of an earlier version, only what changed is broken into lines, and pages are filled
 * until they fall together with those of before.
 */
export function layOutPages(index: DocumentIndex, resources: Resources, earlier?: PageLayout): PageLayout {
  let layout = layOutOnce(index, resources, new PageReferences(index, earlier ?? null), earlier);
  for (let pass = 1; pass < MAX_PASSES && layout.references.differsOn(layout); pass++)
    layout = layOutOnce(index, resources, new PageReferences(index, layout), layout);
  return layout;
}

/** The blocks behind which a section of pages begins. */
function sectionBreaks(doc: Node): number[] {
  const breaks: number[] = [];
  const blocks = doc.content.content;
  for (let block = 0; block < blocks.length; block++)
    if (blocks[block]!.nodeSize === 1 && asKind(blocks[block]!, "page_break")?.section) breaks.push(block);
  return breaks;
}

/** What the blocks of a section of pages are set with. */
interface Setting {
  readonly composition: Composition;
  readonly cache: FlowCache;
  readonly room: number;
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
          flows: new Map<number, FlowCache>(),
          returns: new Map<string, Flow>(),
          led: new WeakMap<Flow, Flow>(),
          lined: new Set<string>(),
        };
  const shared = { sheet, resources, hyphenate, index, notes: { foot: 0, end: 0 }, references };
  const sections: PagedSection[] = [];
  const caches = new Map<number, FlowCache>();
  /** Begins a section of pages; answers with what blocks in it are set. */
  const begin = (section: PagedSection): Setting => {
    sections.push(section);
    const { width, height, room } = section;
    const cache: FlowCache = caches.get(room) ?? cached.flows.get(room) ?? new WeakMap();
    caches.set(room, cache);
    return { composition: { ...shared, width, height }, cache, room };
  };
  let set = begin(firstSection(sheet));
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
      ? unchangedFlows(earlier, doc, (block) => noted.has(block) || referring.has(block))
      : null;
  const breaks = sectionBreaks(doc);
  let nextBreak = 0;
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
        unchanged?.(block, node, set.room) ??
        blockFlow(
          node,
          { noted: noted.has(block), referring: referring.has(block) },
          set.composition,
          set.cache,
        );
      if (home && isKind(node, "heading"))
        flow = withReturnLink(flow, returnTarget(node, home, index), cached.led);
      if (bodyBlock > 0 && block === bodyBlock) {
        body = flows.length;
        flow = onNewPage(flow);
      }
      flows.push(flow);
      if (block === breaks[nextBreak]) {
        nextBreak++;
        const own = asKind(node, "page_break")!.section!;
        if (block > 0) set = begin(pagedSection(sheet, own, block + 1, flows.length));
        else {
          // At the very beginning it says how the first pages are.
          flows[0] = onSamePage(flow);
          sections.pop();
          set = begin(pagedSection(sheet, own, 0, 0));
        }
      }
    }
    const back = returns[nextReturn];
    if (back && back.block === block + 1) {
      nextReturn++;
      // Each its own: links of one text are drawn as one.
      const made = `${set.room} ${back.section.id} ${JSON.stringify(back.ways)}`;
      let known = cached.returns.get(made);
      if (!known) {
        known = returnFlow(back.ways, set.composition);
        if (pending || resources.misses !== misses) lasting = false;
      }
      returnFlows.set(made, known);
      flows.push(known);
    }
  }
  wantPageLines([...new Set(sections.map(({ lines }) => lines))], index, resources, cached.lined);
  const endnotes = new Map<DestinationId, number>();
  for (const { id, flow } of endnoteFlows(index, set.composition)) {
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

/** The flows of blocks before and after a change that depend on nothing but themselves and the room where they stand. */
function unchangedFlows(
  earlier: PageLayout,
  doc: Node,
  depends: (block: number) => boolean,
): (block: number, node: Node, room: number) => Flow | undefined {
  const before = earlier.index.doc.content.content;
  const after = doc.content.content;
  const { same, sameAtEnd } = sameRun(before, after);
  const shift = before.length - after.length;
  const { sections } = earlier;
  const everywhere = sections.every((section) => section.room === sections[0]!.room)
    ? sections[0]!.room
    : null;
  return (block, node, room) => {
    if (block >= same && block < after.length - sameAtEnd) return undefined;
    if (blockPlaceOf(node) || asKind(node, "ordered_list")?.continues || depends(block)) return undefined;
    if (namedWithin(node).length > 0) return undefined;
    const once = block < same ? block : block + shift;
    // A break that is the very first block ends no page.
    if (block === 0 || once === 0) return undefined;
    return (everywhere ?? earlier.roomOf(once)) === room ? earlier.flowOf(once) : undefined;
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

const onSamePage = kept((flow: Flow): Flow => ({ ...flow, endsPage: false }));
const onNewPage = kept((flow: Flow): Flow => (flow.newPage ? flow : { ...flow, newPage: true }));
