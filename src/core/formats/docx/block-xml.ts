import type { Node } from "prosemirror-model";
import {
  asKind,
  blockDirection,
  bookmarksOn,
  byKind,
  isKind,
  pictureWords,
  type Alignment,
  type BlockKind,
  type ByKind,
  type DestinationId,
} from "@/core/document";
import { startWithin, styleOf } from "@/core/index";
import { codeTag } from "../office/code-tag";
import { NOTICE_EDGES } from "../office/notice-edges";
import { captionXml } from "./caption-xml";
import { contentsXml } from "./contents-xml";
import type { DocxOutput } from "./docx-output";
import { drawingXml } from "./drawing-xml";
import { inlineXml } from "./inline-xml";
import { APPENDIX_LIST, indentOfLevel, LIST_INDENT } from "./numbering-xml";
import { equationXml } from "./omml-xml";
import { paragraphXml, rightTab, type ParagraphSettings } from "./paragraph-xml";
import { ownStyleId, runXml } from "./run-xml";
import { STYLE_IDS } from "./style-ids";
import { twentieths } from "./styles-xml";
import { tableXml } from "./table-xml";
import { besideHeading } from "./ways-xml";

/** Where a block stands within others. */
export interface Place {
  /** The style of its paragraphs that have none of their own; null for that of the body. */
  readonly style: string | null;
  /** The size of its words, in points. */
  readonly size: number;
  /** How far in it stands, in twentieths of a point. */
  readonly indent: number;
  /** The line at its left edge. */
  readonly edge: string | null;
  /** How its paragraphs stand between the margins that do not say it themselves. */
  readonly align: Alignment;
  /** How many lists it stands in. */
  readonly depth: number;
  /** The item that its first paragraph begins. */
  readonly item: { readonly list: number; readonly level: number; readonly checked: boolean | null } | null;
}

/** Blocks that stand directly in the document. */
export function outermost({ sheet }: DocxOutput): Place {
  return {
    style: null,
    size: sheet.styles.body.size,
    indent: 0,
    edge: null,
    align: null,
    depth: 0,
    item: null,
  };
}

/** Lists that go on counting share a number with the one before them in the same block. */
export class ListRun {
  private last: { readonly node: Node; readonly id: number } | null = null;

  /** The number of a list, and whether it goes on where no other of its kind stands before it. */
  take(
    node: Node,
    level: number,
    start: number,
    output: DocxOutput,
  ): { readonly id: number; readonly goesOnAlone: boolean } {
    const count = asKind(node, "ordered_list");
    const shared =
      count?.continues && this.last && isCountedAlike(this.last.node, node) ? this.last.id : null;
    const id = shared ?? output.numbering.list(count, level, start);
    if (count) this.last = { node, id };
    return { id, goesOnAlone: Boolean(count?.continues) && shared === null };
  }
}

function isCountedAlike(one: Node, other: Node): boolean {
  const [a, b] = [asKind(one, "ordered_list")!, asKind(other, "ordered_list")!];
  return a.numerals === b.numerals && a.before === b.before && a.after === b.after;
}

/** Blocks one after the other. */
export function blocksXml(parent: Node, place: Place, output: DocxOutput, from = 0): string {
  const lists = new ListRun();
  let xml = "";
  let first = true;
  parent.forEach((child, _offset, i) => {
    if (i < from) return;
    const start = isKind(child, "ordered_list") ? startWithin(parent, i) : 1;
    xml += namedXml(child, first ? place : { ...place, item: null }, output, { lists, start });
    first = false;
  });
  return xml;
}

/** What of its siblings a block depends on. */
export interface Siblings {
  readonly lists: ListRun;
  /** The number a list begins with. */
  readonly start: number;
}

/** A block with the bookmarks that are on it around it. */
export function namedXml(node: Node, place: Place, output: DocxOutput, siblings: Siblings): string {
  return bookmarksOn(node, output.index.registry).reduce(
    (xml, bookmark) => output.placed(bookmark, xml),
    blockXml(node, place, output, siblings),
  );
}

/** A block as paragraphs and tables (ISO 29500-1, 17.3 and 17.4). */
export function blockXml(node: Node, place: Place, output: DocxOutput, siblings: Siblings): string {
  return byKind(BLOCKS, node, place, output, siblings);
}

type Blocks = ByKind<
  BlockKind | "list_item" | "term" | "definition" | "notice_title",
  [place: Place, output: DocxOutput, siblings: Siblings],
  string
>;

/** What all paragraphs of a place say. */
function settingsAt(place: Place): ParagraphSettings {
  const { style, indent, edge, item } = place;
  return {
    style: item && style === null ? STYLE_IDS.item : style,
    indent: item && indent === indentOfLevel(item.level) ? 0 : indent,
    edge,
    list: item ? { id: item.list, level: item.level } : null,
  };
}

/** What a paragraph of a block says of the direction in which it is read, where that is not the document's. */
function direction(node: Node, output: DocxOutput): Pick<ParagraphSettings, "rtl"> {
  const own = blockDirection(node, output.direction);
  return own === output.direction && own === "ltr" ? {} : { rtl: own === "rtl" };
}

const BLOCKS: Blocks = {
  heading: (node, { id, level, series, align, short }, _place, output) => {
    const words = inlineXml(node, output, { size: output.sheet.styles[styleOf(level)].size });
    const list = headingList(id, level, series, output);
    const written = paragraphXml(
      { style: `Heading${level}`, list, align, ...direction(node, output) },
      output.placed(id, words),
    );
    return (
      besideHeading(output) +
      (short || series ? output.taggedWith("heading", { short, series }, written) : written)
    );
  },
  paragraph: (node, { align, style }, place, output) => {
    const own = ownStyleId(style, output);
    const settings = settingsAt(place);
    const size = (own && style ? output.sheet.own?.[style]?.look.size : undefined) ?? place.size;
    const box = place.item?.checked ?? null;
    return paragraphXml(
      { ...settings, style: own ?? settings.style, align: align ?? place.align, ...direction(node, output) },
      (box === null ? "" : boxXml(box)) + inlineXml(node, output, { size }),
    );
  },
  bullet_list: (node, _list, place, output, siblings) => listXml(node, place, output, siblings),
  ordered_list: (node, _list, place, output, siblings) => listXml(node, place, output, siblings),
  // Items are written by their lists.
  list_item: (node, _item, place, output) => blocksXml(node, place, output),
  definition_list: (node, _list, place, output) => output.tagged("definitions", held(node, place, output)),
  term: (node, _term, place, output) =>
    output.tagged(
      "term",
      paragraphXml({ ...settingsAt(place), style: STYLE_IDS.term }, inlineXml(node, output, place)),
    ),
  definition: (node, _definition, place, output) =>
    output.tagged(
      "definition",
      blocksXml(
        node,
        { ...place, style: STYLE_IDS.definition, indent: place.indent + LIST_INDENT, item: null },
        output,
      ),
    ),
  quotation: (node, _quotation, place, output) => {
    const { size, indent } = output.sheet.styles.quotation;
    const within = { ...place, style: STYLE_IDS.quotation, size, item: null };
    return output.tagged(
      "quotation",
      blocksXml(node, { ...within, indent: place.indent ? place.indent + twentieths(indent) : 0 }, output),
    );
  },
  code_block: (node, { language }, place, output) => {
    const { size } = output.sheet.styles.code;
    const words = inlineXml(node, output, { size, code: true });
    return output.tagged(
      codeTag(language),
      paragraphXml({ ...settingsAt({ ...place, item: null }), style: STYLE_IDS.code }, words),
    );
  },
  notice: (node, { id, kind }, place, output) => {
    const title = node.child(0);
    const edge = NOTICE_EDGES[kind].slice(1).toUpperCase();
    const within = { ...place, edge, indent: place.indent + LIST_INDENT / 2, item: null };
    const settings = { ...settingsAt(within), style: STYLE_IDS.noticeTitle };
    const named =
      title.content.size > 0
        ? paragraphXml(settings, inlineXml(title, output, place))
        : output.tagged("made", paragraphXml(settings, runXml(output.says.notices[kind], "")));
    return output.placed(id, output.tagged(`notice ${kind}`, named + blocksXml(node, within, output, 1)));
  },
  notice_title: (node, _title, place, output) =>
    paragraphXml({ ...settingsAt(place), style: STYLE_IDS.noticeTitle }, inlineXml(node, output, place)),
  figure: (node, { id, picture, width, place: stands, decorative }, place, output) => {
    const settings = settingsAt({ ...place, item: null });
    const drawn = drawingXml(
      {
        name: picture,
        alt: pictureWords(node),
        decorative,
        width: width === null ? null : (output.textWidth * width) / 100,
        place: stands,
      },
      output,
    );
    const caption = captionXml(node, id, "figure", output);
    return output.placed(
      id,
      paragraphXml(
        {
          ...settings,
          style: STYLE_IDS.picture,
          keepNext: caption !== "",
          align: stands === "line" ? "center" : null,
        },
        drawn,
      ) + (caption && paragraphXml({ ...settings, style: STYLE_IDS.caption }, caption)),
    );
  },
  table: (node, table, place, output) => tableXml(node, table, place, output),
  equation: (_node, { id, tex }, place, output) => {
    const label = id ? output.index.captions.get(id) : undefined;
    const math = equationXml(tex, label === undefined, output);
    const settings = { ...settingsAt({ ...place, item: null }), style: STYLE_IDS.equation };
    if (label === undefined) return output.placed(id, paragraphXml(settings, math));
    const right = twentieths(output.textWidth) - place.indent;
    const tabs = `<w:tab w:val="center" w:pos="${Math.round(right / 2)}"/>${rightTab(right, false)}`;
    const number = `<w:r><w:tab/><w:t>(</w:t></w:r>${captionXml(null, id, "equation", output)}<w:r><w:t>)</w:t></w:r>`;
    return output.placed(
      id,
      paragraphXml({ ...settings, tabs }, `<w:r><w:tab/></w:r>${math}${output.tagged("made", number)}`),
    );
  },
  rule: (_node, _rule, place) => paragraphXml({ ...settingsAt({ ...place, item: null }), line: true }, ""),
  // One behind which pages are set up otherwise is written by who writes sections.
  page_break: () => paragraphXml({}, '<w:r><w:br w:type="page"/></w:r>'),
  contents_list: (node, list, _place, output) => output.placed(list.id, contentsXml(node, list, output)),
};

/** Blocks within another, without an item of theirs. */
function held(node: Node, place: Place, output: DocxOutput): string {
  return blocksXml(node, { ...place, item: null }, output);
}

/** The list by which a heading is counted where not as its style says. */
function headingList(
  id: DestinationId | null,
  level: number,
  series: "appendix" | "none" | null,
  output: DocxOutput,
): { readonly id: number; readonly level: number } | null {
  if (series === "none") return { id: 0, level: 0 };
  const byLetter =
    series === "appendix" || (level > 1 && output.numbering.counts(level) && output.hasAppendixNumber(id));
  return byLetter ? { id: APPENDIX_LIST, level: level - 1 } : null;
}

/** A box to tick (ISO 29500-1, 17.5.2, with the box that later programs know). */
function boxXml(checked: boolean): string {
  const sign = checked ? "\u2612" : "\u2610";
  return `<w:sdt><w:sdtPr><w14:checkbox><w14:checked w14:val="${checked ? 1 : 0}"/><w14:checkedState w14:val="2612"/><w14:uncheckedState w14:val="2610"/></w14:checkbox></w:sdtPr><w:sdtContent><w:r><w:t>${sign}</w:t></w:r></w:sdtContent></w:sdt><w:r><w:t xml:space="preserve"> </w:t></w:r>`;
}

/** Items as paragraphs that are counted; what else stands in an item stands in below its words. */
function listXml(node: Node, place: Place, output: DocxOutput, { lists, start }: Siblings): string {
  const level = Math.min(place.depth, 8);
  const { id, goesOnAlone } = lists.take(node, level, start, output);
  const indent = place.indent + LIST_INDENT;
  const own = { ...place, style: null, indent, depth: place.depth + 1 };
  let xml = "";
  node.forEach((item) => {
    const { checked } = asKind(item, "list_item")!;
    const first = blockXml(item.child(0), { ...own, item: { list: id, level, checked } }, output, {
      lists: new ListRun(),
      start: 1,
    });
    const rest = blocksXml(item, { ...own, item: null }, output, 1);
    const isPlain = item.content.content.every((child) =>
      isKind(child, "paragraph", "bullet_list", "ordered_list"),
    );
    xml += first + (isPlain ? rest : output.tagged(`held ${level}`, rest));
  });
  return goesOnAlone ? output.tagged("continues", xml) : xml;
}
