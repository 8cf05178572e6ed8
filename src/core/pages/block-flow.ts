import type { Node } from "prosemirror-model";
import { styleOf } from "@/core/destinations";
import { idOf, schema, type LinkTarget, type Look } from "@/core/document";
import { placedIn, type WayOn } from "@/core/wayfinding";
import type { Composition } from "./composition";
import { contentsKey, contentsStrips } from "./contents-strips";
import { equationStrips } from "./equation-strips";
import { figureStrips } from "./figure-strips";
import { NO_GROUNDS, NO_NOTES, stripLike, type Flow, type Strip, type StripContent } from "./flow";
import { innerStrips, unindented } from "./inner-strips";
import { tableStrips } from "./table-strips";
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
  const entries = block.type.name === "contents_list" ? contentsKey(block, composition) : "";
  const worded = referring ? composition.references.keyOf(block) : "";
  const key = counted || label || entries || worded ? `${counted}${label}${entries}${worded}` : "";
  const known = cache.get(block);
  if (known && known.key === key) {
    if (noted) countNotes(block, notes);
    return known.flow;
  }
  const { misses } = composition.resources;
  const flow = makeFlow(block, label, composition);
  // What was only stood in for is set anew when it has come.
  if (composition.resources.misses === misses) cache.set(block, { key, flow });
  return flow;
}

function labelOf(block: Node, { index }: Composition): string {
  switch (block.type.name) {
    case "heading":
      return index.numbers.get(idOf(block)!) ?? "";
    case "figure":
    case "table":
    case "equation":
      return index.captions.get(idOf(block)!) ?? "";
    default:
      return "";
  }
}

function countNotes(block: Node, notes: { foot: number; end: number }): void {
  block.descendants((node) => {
    if (node.type.name !== "note") return true;
    notes[node.attrs.place as "foot" | "end"]++;
    return false;
  });
}

function makeFlow(block: Node, label: string, composition: Composition): Flow {
  const { sheet, width } = composition;
  const { body } = sheet.styles;
  const place = { x: 0, width, tag: null, start: 0, look: body };
  switch (block.type.name) {
    case "heading": {
      const look = sheet.styles[styleOf(block.attrs.level as number)];
      const strips = textStrips(
        block,
        look,
        {
          x: 0,
          width,
          tag: { role: `H${block.attrs.level as number}`, parent: null },
          start: 1,
          label: label && `${label} `,
          align: block.attrs.align as Look["align"] | null,
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
    case "paragraph":
      return flow(innerStrips(block, place, composition), body, body);
    case "bullet_list":
    case "ordered_list":
      return flow(
        innerStrips(
          block,
          { ...place, x: body.indent, width: width - body.indent, look: unindented(body) },
          composition,
        ),
        body,
      );
    case "quotation":
      return flow(innerStrips(block, place, composition), sheet.styles.quotation, sheet.styles.quotation);
    case "code_block":
      return flow(innerStrips(block, place, composition), sheet.styles.code, sheet.styles.code);
    case "figure":
      return flow(figureStrips(block, label, composition), {
        before: body.size * 1.6,
        after: body.size * 1.6,
      });
    case "table": {
      const { strips, repeated } = tableStrips(block, label, composition);
      return flow(strips, { before: body.size * 1.4, after: body.size * 1.4 }, { repeated });
    }
    case "equation":
      return flow(equationStrips(block, label, composition), { before: body.size, after: body.size });
    case "rule":
      return flow([only({ kind: "rule", x: width * 0.3, width: width * 0.4, y: 0.5 }, 1)], {
        before: body.size * 2,
        after: body.size * 2,
      });
    case "page_break":
      return flow([only({ kind: "empty" }, 0)], { before: 0, after: 0 }, { endsPage: true });
    case "contents_list": {
      const look = sheet.styles.heading2;
      const space = placedIn(block) ? 0 : look.before;
      return flow(contentsStrips(block, composition), { before: space, after: space });
    }
    default:
      throw new RangeError(`no flow for ${block.type.name}`);
  }
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
      for (const sign of content.text.missing) (missing ??= new Set()).add(sign);
    }
    if (content.kind === "row")
      for (const cell of content.cells)
        for (const sign of missingIn(cell.strips)) (missing ??= new Set()).add(sign);
    for (const note of notes) for (const sign of note.text.missing) (missing ??= new Set()).add(sign);
  }
  return missing ? [...missing] : NOTHING;
}
const NOTHING: readonly string[] = [];

/** The links at the end of a section; they stay on the page of what is before them. */
export function returnFlow(ways: readonly WayOn[], composition: Composition): Flow {
  const { body } = composition.sheet.styles;
  const look = { ...body, size: body.size * 0.9, indent: 0, align: "left" as const };
  const words = ways.flatMap(({ to, words: said }, i) => {
    const target: LinkTarget = to ? { kind: "destination", id: to } : { kind: "top" };
    const link = schema.text(said, [schema.marks.link.create({ target })]);
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
export function endnoteFlow(note: Node, sign: string, first: boolean, composition: Composition): Flow {
  const look = composition.sheet.styles.note;
  const strips = textStrips(
    note,
    look,
    { x: 0, width: composition.width, tag: { role: "Note", parent: null }, start: 1, label: `${sign} ` },
    { ...composition, notes: { foot: 0, end: 0 } },
  );
  return flow(strips, { before: first ? look.size * 2 : look.before, after: look.after });
}
