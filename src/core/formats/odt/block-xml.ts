import type { Node } from "prosemirror-model";
import {
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
import type { Properties } from "./automatic-styles";
import { captionXml } from "./caption-xml";
import { contentsXml } from "./contents-xml";
import { equationFrame, pictureFrame } from "./frames-xml";
import { inlineXml } from "./inline-xml";
import { listXml } from "./list-xml";
import type { OdtOutput } from "./odt-output";
import { STYLE_NAMES } from "./style-names";
import { tableXml } from "./table-xml";
import { besideHeading } from "./ways-xml";
import { wordsXml } from "./words-xml";

/** Where a block stands within others. Lengths are points. */
export interface Place {
  /** The style of its paragraphs that have none of their own. */
  readonly style: string;
  readonly size: number;
  readonly indent: number;
  /** The line at its left edge, as a colour. */
  readonly edge: string | null;
  readonly align: Alignment;
  /** How many lists stand around it in the file. */
  readonly depth: number;
}

export const INDENT = 18;

/** Blocks that stand directly in the document. */
export function outermost({ sheet }: OdtOutput): Place {
  return {
    style: STYLE_NAMES.body,
    size: sheet.styles.body.size,
    indent: 0,
    edge: null,
    align: null,
    depth: 0,
  };
}

/** Blocks one after the other. */
export function blocksXml(parent: Node, place: Place, output: OdtOutput, from = 0): string {
  let xml = "";
  parent.forEach((child, _offset, i) => {
    if (i >= from)
      xml += namedXml(child, place, output, isKind(child, "ordered_list") ? startWithin(parent, i) : 1);
  });
  return xml;
}

/** A block with the bookmarks that are on it. `start`: with which number a list begins. */
export function namedXml(node: Node, place: Place, output: OdtOutput, start: number): string {
  return bookmarksOn(node, output.index.registry).reduce(
    (xml, bookmark) => output.placedAround(bookmark, xml),
    blockXml(node, place, output, start),
  );
}

/** A block as paragraphs, lists and tables. */
export function blockXml(node: Node, place: Place, output: OdtOutput, start: number): string {
  return byKind(BLOCKS, node, place, output, start);
}

/** A paragraph of a style, as it stands at a place. */
export function paragraphXml(
  style: string,
  content: string,
  place: Place,
  output: OdtOutput,
  more: Properties = {},
): string {
  const name = output.automatic.ofParagraph(style, { ...standing(place), ...more });
  return `<text:p text:style-name="${name}">${content}</text:p>`;
}

function standing({ indent, edge, align }: Place): Properties {
  return {
    "fo:margin-left": indent ? `${indent}pt` : null,
    "fo:border-left": edge ? `3pt solid ${edge}` : null,
    "fo:padding-left": edge ? "8pt" : null,
    "fo:text-align": align && ALIGNS[align],
  };
}

const ALIGNS = { left: "left", center: "center", right: "right", justify: "justify" } as const;

function direction(node: Node, output: OdtOutput): Properties {
  const own = blockDirection(node, output.direction);
  return own === output.direction ? {} : { "style:writing-mode": own === "rtl" ? "rl-tb" : "lr-tb" };
}

const BLOCKS: ByKind<
  BlockKind | "list_item" | "term" | "definition" | "notice_title",
  [place: Place, output: OdtOutput, start: number],
  string
> = {
  heading: (node, { id, level, series, short, align }, _place, output) => {
    const size = output.sheet.styles[styleOf(level)].size;
    const style = output.automatic.ofParagraph(`Heading_20_${level}`, {
      "fo:text-align": align && ALIGNS[align],
      ...direction(node, output),
    });
    const told =
      short || series
        ? output.taggedWords(`heading ${output.clean ? "" : output.keep({ short, series })}`, "")
        : "";
    const number = id ? output.index.numbers.get(id) : undefined;
    // Numbers that neither the outline nor the list of appendices comes to stand there as words.
    const isAppendix = output.hasAppendixNumber(id);
    const isListed = isAppendix && output.appendices.next(level) === number;
    const typed = isAppendix && !isListed;
    const header = series === "none" || typed ? ' text:is-list-header="true"' : "";
    const said = typed ? output.taggedWords("made", wordsXml(`${number} `)) : "";
    const words = output.placed(id, inlineXml(node, output, size));
    const written = `<text:h text:style-name="${style}" text:outline-level="${level}"${header}>${told}${said}${words}${besideHeading(output)}</text:h>`;
    return isListed ? output.appendices.item(written, level, output.appendixStyle) : written;
  },
  paragraph: (node, { align, style }, place, output) => {
    const own = style !== null && output.sheet.own?.[style]?.of === "paragraphs" ? style : null;
    const size = (own && output.sheet.own?.[own]?.look.size) ?? place.size;
    const named = own ? output.ownStyles.get(own)! : place.style;
    const at = { ...place, align: align ?? place.align };
    return paragraphXml(named, inlineXml(node, output, size), at, output, direction(node, output));
  },
  bullet_list: (node, _list, place, output, start) => listXml(node, place, output, start),
  ordered_list: (node, _list, place, output, start) => listXml(node, place, output, start),
  // Items are written by their lists.
  list_item: (node, _item, place, output) => blocksXml(node, place, output),
  definition_list: (node, _list, place, output) =>
    output.tagged("definitions", blocksXml(node, place, output)),
  term: (node, _term, place, output) =>
    output.tagged("term", paragraphXml(STYLE_NAMES.term, inlineXml(node, output, place.size), place, output)),
  definition: (node, _definition, place, output) =>
    output.tagged(
      "definition",
      blocksXml(node, { ...place, style: STYLE_NAMES.definition, indent: place.indent + INDENT }, output),
    ),
  quotation: (node, _quotation, place, output) =>
    output.tagged(
      "quotation",
      blocksXml(
        node,
        { ...place, style: STYLE_NAMES.quotation, size: output.sheet.styles.quotation.size },
        output,
      ),
    ),
  code_block: (node, { language }, place, output) => {
    const words = inlineXml(node, output, output.sheet.styles.code.size);
    return output.tagged(codeTag(language), paragraphXml(STYLE_NAMES.code, words, place, output));
  },
  notice: (node, { id, kind }, place, output) => {
    const title = node.child(0);
    const within = { ...place, edge: NOTICE_EDGES[kind], indent: place.indent + INDENT / 2 };
    const words =
      title.content.size > 0
        ? inlineXml(title, output, place.size)
        : output.taggedWords("made", wordsXml(output.says.notices[kind]));
    const blocks =
      paragraphXml(STYLE_NAMES.noticeTitle, words, within, output) + blocksXml(node, within, output, 1);
    return output.tagged(taggedAs(`notice ${kind}`, id, output), output.placedBeside(id, blocks));
  },
  notice_title: (node, _title, place, output) =>
    paragraphXml(STYLE_NAMES.noticeTitle, inlineXml(node, output, place.size), place, output),
  figure: (node, { id, picture, width, place: stands, decorative }, place, output) => {
    const frame = pictureFrame(
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
    const at = { ...place, align: stands === "line" ? ("center" as const) : null };
    return (
      paragraphXml(
        STYLE_NAMES.picture,
        output.placed(id, frame),
        at,
        output,
        caption ? { "fo:keep-with-next": "always" } : {},
      ) + (caption && paragraphXml(STYLE_NAMES.caption, caption, place, output))
    );
  },
  table: (node, table, place, output) => tableXml(node, table, place, output),
  equation: (_node, { id, tex }, place, output) => {
    const label = id ? output.index.captions.get(id) : undefined;
    const math = output.placed(id, equationFrame(tex, output));
    const number =
      label === undefined
        ? ""
        : output.taggedWords("made", `<text:tab/>(${captionXml(null, id, "equation", output)})`);
    return paragraphXml(STYLE_NAMES.equation, `<text:tab/>${math}${number}`, place, output);
  },
  rule: (_node, _rule, place, output) => paragraphXml(STYLE_NAMES.rule, "", place, output),
  // One is written by who writes sections of pages.
  page_break: (_node, _break, place, output) =>
    paragraphXml(place.style, "", place, output, { "fo:break-before": "page" }),
  contents_list: (node, list, place, output) => contentsXml(node, list, place, output),
};

/** A tag that names the place as well: what has no paragraph of its own is found by it. */
export function taggedAs(tag: string, id: DestinationId | null, output: OdtOutput): string {
  return output.isPlace(id) ? `${tag} ${output.names.nameOf(id)}` : tag;
}
