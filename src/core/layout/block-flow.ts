import type { Node } from "prosemirror-model";
import { styleOf } from "@/core/index";
import {
  asKind,
  byKind,
  idOf,
  isKind,
  namedWithin,
  ownLook,
  schema,
  type ByBlock,
  type LinkTarget,
  type NodeAttributes,
  type StyleName,
} from "@/core/document";
import { placedIn, type WayOn } from "@/core/wayfinding";
import type { Composition } from "./composition";
import { contentsKey, contentsStrips } from "./contents-strips";
import { equationStrips } from "./equation-strips";
import { figureStrips } from "./figure-strips";
import { NO_GROUNDS, NO_NOTES, stripLike, type Flow, type Strip, type StripContent } from "./flow";
import { innerStrips, setWithin } from "./inner-strips";
import type { InnerPlace } from "./inner-place";
import { tableStrips } from "./table-strips";
import { noteStrips } from "./note-strips";
import { unindented } from "./set-words";
import { textStrips } from "./text-strips";

/** Flows of blocks by what else they depend on. A node never changes, so its flow is kept as long as the node is. */
export type FlowCache = WeakMap<Node, { readonly key: string; readonly flow: Flow }>;

/**
 * The flow of a block; from the cache where nothing that it depends on has changed. Counts the notes of the block.
 * `noted`, `referring`: whether notes and cross-references stand in it.
 */
export function blockFlow(
  block: Node,
  { noted, referring }: { readonly noted: boolean; readonly referring: boolean },
  composition: Composition,
  cache: FlowCache,
): Flow {
  const label = labelOf(block, composition);
  const { notes } = composition;
  const counted = noted ? `${notes.foot},${notes.end};` : "";
  const entries = isKind(block, "contents_list") ? contentsKey(block, composition) : "";
  const worded = referring ? composition.references.keyOf(block) : "";
  const within = labelsWithin(block, composition);
  const key =
    counted || label || entries || worded || within ? `${counted}${label}${entries}${worded}${within}` : "";
  const known = cache.get(block);
  if (known && known.key === key) {
    if (noted) countNotes(block, notes);
    return known.flow;
  }
  const { misses } = composition.resources;
  const flow = byKind(FLOWS, block, label, composition);
  // What was only stood in for is set again when it has come.
  if (composition.resources.misses === misses) cache.set(block, { key, flow });
  return flow;
}

/** What is counted and stands in captions within a block. */
function labelsWithin(block: Node, { index }: Composition): string {
  const within = namedWithin(block);
  if (within.length === 0) return "";
  return within.map(({ node }) => index.captions.get(idOf(node)!) ?? "").join("\n");
}

/** The number or label that is counted and stands with a block, or with which a list begins; empty for one that has none. */
function labelOf(block: Node, { index }: Composition): string {
  const id = idOf(block);
  return (
    (id && (index.numbers.get(id) ?? index.captions.get(id) ?? index.listStarts.get(id)?.toString())) || ""
  );
}

function countNotes(block: Node, notes: { foot: number; end: number }): void {
  block.descendants((node) => {
    const note = asKind(node, "note");
    if (!note) return true;
    notes[note.place]++;
    return false;
  });
}

type FlowArgs = [label: string, composition: Composition];

/** A list, quotation, code or paragraph in the look of a style, which says the space around it. */
const innerFlow =
  (style: StyleName) =>
  (block: Node, _attributes: unknown, ...[, composition]: FlowArgs) => {
    const look = composition.sheet.styles[style];
    return flow(innerStrips(block, wholeWidth(composition), composition), look, look);
  };

function listFlow(block: Node, _list: unknown, ...[, composition]: FlowArgs): Flow {
  const { body } = composition.sheet.styles;
  const { width } = composition;
  const id = idOf(block);
  const place = {
    x: body.indent,
    width: width - body.indent,
    tag: null,
    start: 0,
    number: id ? composition.index.listStarts.get(id) : undefined,
    look: unindented(body),
  };
  return flow(innerStrips(block, place, composition), body);
}

function wholeWidth({ width, sheet }: Composition): InnerPlace {
  return { x: 0, width, tag: null, start: 0, look: sheet.styles.body };
}

/** How much space above and below, in sizes of the body's text. */
function evenly(factor: number, { sheet }: Composition): { before: number; after: number } {
  const space = sheet.styles.body.size * factor;
  return { before: space, after: space };
}

const FLOWS: ByBlock<FlowArgs, Flow> = {
  heading: headingFlow,
  paragraph: (block, { style }, _label, composition) => {
    const look = ownLook(composition.sheet, style, composition.sheet.styles.body);
    return flow(innerStrips(block, wholeWidth(composition), composition), look, look);
  },
  bullet_list: listFlow,
  ordered_list: listFlow,
  definition_list: listFlow,
  quotation: innerFlow("quotation"),
  code_block: innerFlow("code"),
  notice: (block, _notice, _label, composition) =>
    flow(innerStrips(block, wholeWidth(composition), composition), evenly(1.2, composition)),
  figure: (block, _figure, label, composition) =>
    flow(figureStrips(block, label, composition), evenly(1.6, composition)),
  table: (block, _table, label, composition) => {
    const { strips, repeated } = tableStrips(block, label, composition, setWithin(0));
    return flow(strips, evenly(1.4, composition), { repeated });
  },
  equation: (block, _equation, label, composition) =>
    flow(equationStrips(block, label, composition), evenly(1, composition)),
  rule: (_block, _rule, _label, composition) => {
    const { width } = composition;
    return flow(
      [only({ kind: "rule", x: width * 0.3, width: width * 0.4, y: 0.5 }, 1)],
      evenly(2, composition),
    );
  },
  page_break: () => flow([only({ kind: "empty" }, 0)], { before: 0, after: 0 }, { endsPage: true }),
  contents_list: (block, _list, _label, composition) => {
    const space = placedIn(block) ? 0 : composition.sheet.styles.heading2.before;
    return flow(contentsStrips(block, composition), { before: space, after: space });
  },
};

function headingFlow(
  block: Node,
  { level, align }: NodeAttributes["heading"],
  label: string,
  composition: Composition,
): Flow {
  const look = composition.sheet.styles[styleOf(level)];
  const strips = textStrips(
    block,
    look,
    {
      x: 0,
      width: composition.width,
      tag: { role: `H${level}`, parent: null },
      start: 1,
      label: label && `${label} `,
      align,
    },
    { ...composition, hyphenate: null },
  );
  // A heading is not parted.
  return flow(
    strips.map((strip, i) => (i > 0 ? stripLike(strip, { free: false }) : strip)),
    look,
    look,
  );
}

function only(content: StripContent, height: number): Strip {
  return {
    gap: 0,
    height,
    free: true,
    start: 0,
    notes: NO_NOTES,
    content,
    grounds: NO_GROUNDS,
    tag: { role: "Artifact", parent: null },
  };
}

function flow(
  strips: Strip[],
  space: { before: number; after: number },
  how: Partial<Pick<Flow, "keepWithNext" | "newPage" | "endsPage" | "repeated">> = {},
): Flow {
  return {
    strips,
    before: space.before,
    after: space.after,
    keepWithNext: how.keepWithNext ?? false,
    newPage: how.newPage ?? false,
    endsPage: how.endsPage ?? false,
    repeated: how.repeated ?? null,
    missing: missingIn(strips),
  };
}

function missingIn(strips: readonly Strip[]): readonly string[] {
  let missing: Set<string> | null = null;
  let before: unknown = null;
  for (const { content, notes } of strips) {
    if ("text" in content && content.text !== before) {
      before = content.text;
      for (const character of content.text.missing) (missing ??= new Set()).add(character);
    }
    if (content.kind === "row")
      for (const cell of content.cells)
        for (const character of missingIn(cell.strips)) (missing ??= new Set()).add(character);
    for (const note of notes)
      for (const character of missingIn(note.strips)) (missing ??= new Set()).add(character);
  }
  return missing ? [...missing] : NOTHING;
}
const NOTHING: readonly string[] = [];

/** The links at the end of a section; they stay on the page of what is before them. */
export function returnFlow(ways: readonly WayOn[], composition: Composition): Flow {
  const { body } = composition.sheet.styles;
  const look = { ...body, size: body.size * 0.9, indent: 0, align: "left" as const };
  const words = ways.flatMap(({ to, words: label }, i) => {
    const target: LinkTarget = to ? { kind: "destination", id: to } : { kind: "top" };
    const link = schema.text(label, [schema.marks.link.create({ target })]);
    return i === 0 ? [link] : [schema.text(" · "), link];
  });
  const strips = textStrips(
    schema.nodes.paragraph.create(null, words),
    look,
    { x: 0, width: composition.width, tag: { role: "P", parent: null }, start: 0 },
    composition,
  );
  return flow(
    strips.map((strip) => stripLike(strip, { free: false })),
    { before: body.size, after: body.size },
  );
}

/** A note whose words stand after the text. */
export function endnoteFlow(note: Node, mark: string, first: boolean, composition: Composition): Flow {
  const look = composition.sheet.styles.note;
  const strips = noteStrips(note, mark, composition);
  return flow(strips, { before: first ? look.size * 2 : look.before, after: look.after });
}
