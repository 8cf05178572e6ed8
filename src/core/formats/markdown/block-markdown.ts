import type { BlockContent, Html, ListItem, PhrasingContent, RootContent } from "mdast";
import type { Node } from "prosemirror-model";
import { startWithin } from "@/core/index";
import {
  asKind,
  byKind,
  isKind,
  ownStyleOf,
  type ByBlock,
  type ByKind,
  type InnerKind,
  type ListCount,
  type NodeAttributes,
} from "@/core/document";
import { pagesAttribute } from "../html/page-rules";
import { onlyPictures } from "../intake/inline-content";
import { contentsMarkdown } from "./contents-markdown";
import { noticeMarker, shortTitleAttribute } from "./conventions";
import { inlineMarkdown } from "./inline-markdown";
import { asHtml } from "./as-html";
import { html, mapChildren, type MarkdownOutput } from "./markdown-output";
import { tableMarkdown } from "./table-markdown";

/** A block that stands directly in the document, `pos` its position there. */
export function blockMarkdown(node: Node, pos: number, output: MarkdownOutput): RootContent[] {
  return byKind(BLOCKS, node, pos, output);
}

/** `start`: with which number a list begins that stands within another block. */
function innerMarkdown(node: Node, pos: number, output: MarkdownOutput, start?: number): BlockContent[] {
  return byKind(INNER, node, pos, output, start);
}

/** The blocks within a node; `pos` is the position of the first. */
function blocksWithin(node: Node, pos: number, output: MarkdownOutput): BlockContent[] {
  const blocks = mapChildren(node, pos, (child, at, i) =>
    isKind(child, "notice_title")
      ? [html("")]
      : [
          ...output.bookmarksOn(child),
          ...innerMarkdown(
            child,
            at,
            output,
            isKind(child, "ordered_list") ? startWithin(node, i) : undefined,
          ),
        ],
  );
  return listsApart(blocks.flat());
}

/** Counted lists that follow each other, parted so that each keeps the sign behind its counts. */
export function listsApart<T extends RootContent>(blocks: readonly T[]): (T | Html)[] {
  return blocks.flatMap((block, i) =>
    isCounted(block) && isCounted(blocks[i - 1]) ? [html("<!-- -->"), block] : [block],
  );
}

function isCounted(block: RootContent | undefined): boolean {
  return block?.type === "list" && block.ordered === true;
}

const within = (node: Node, _attributes: unknown, pos: number, output: MarkdownOutput): RootContent[] =>
  innerMarkdown(node, pos, output);

const BLOCKS: ByBlock<[pos: number, output: MarkdownOutput], RootContent[]> = {
  heading: headingMarkdown,
  paragraph: within,
  bullet_list: within,
  ordered_list: within,
  quotation: within,
  code_block: within,
  definition_list: within,
  notice: (node, notice, pos, output) => [
    ...output.anchorBefore(notice.id),
    noticeMarkdown(node, notice, pos, output),
  ],
  figure: (node, figure, _pos, output) => [figureMarkdown(node, figure, output)],
  table: tableMarkdown,
  equation: within,
  rule: () => [{ type: "thematicBreak" }],
  page_break: (_node, { section }) => [
    html(`<div style="break-after: page"${pagesAttribute(section)}></div>`),
  ],
  contents_list: contentsMarkdown,
};

const INNER: ByKind<InnerKind, [pos: number, output: MarkdownOutput, start?: number], BlockContent[]> = {
  paragraph: (node, { align, style }, pos, output) =>
    // One that stands alone would be read as a figure.
    align ||
    ownStyleOf(output.index.sheet, style) ||
    (node.childCount > 0 && onlyPictures(node.content.content))
      ? [asHtml(node, output)]
      : [{ type: "paragraph", children: inlineMarkdown(node, pos + 1, output) }],
  bullet_list: (node, _list, pos, output) => [listMarkdown(node, null, pos, output)],
  // CommonMark counts in digits, with a stop or a bracket behind them.
  ordered_list: (node, count, pos, output, start) =>
    count.numerals !== "decimal" || count.before !== "" || !/^[.)]$/.test(count.after) || count.continues
      ? [asHtml(node, output, start)]
      : [listMarkdown(node, count, pos, output)],
  quotation: (node, _quotation, pos, output) => [
    { type: "blockquote", children: blocksWithin(node, pos + 1, output) },
  ],
  // CommonMark has no sign for it.
  definition_list: (node, _list, _pos, output) => [asHtml(node, output)],
  notice: (node, notice, pos, output) => [noticeMarkdown(node, notice, pos, output)],
  // Nothing but letters stands between the fences.
  code_block: (node, { language }, _pos, output) =>
    node.content.content.some((child) => !child.isText || child.marks.length > 0)
      ? [asHtml(node, output)]
      : [{ type: "code", lang: language || null, value: node.textContent }],
  // A picture that stands alone in a list is one in its line.
  figure: (node, _figure, _pos, output) => [asHtml(node, output)],
  equation: (_node, { id, tex }, _pos, output) => [...output.anchorBefore(id), { type: "math", value: tex }],
  table: tableMarkdown,
};

declare module "mdast" {
  interface ListData {
    /** What stands behind its counts. */
    behind?: string;
  }
}

/** A quotation that begins with a sign for the notice's kind, as several programs know it; its title follows in the same line. */
function noticeMarkdown(
  node: Node,
  { kind }: NodeAttributes["notice"],
  pos: number,
  output: MarkdownOutput,
): BlockContent {
  const title = inlineMarkdown(node.child(0), pos + 2, output);
  const [, ...content] = blocksWithin(node, pos + 1, output);
  const label: PhrasingContent[] = [
    html(noticeMarker(kind)),
    ...(title.length > 0 ? [html(" "), ...title] : []),
  ];
  return { type: "blockquote", children: [{ type: "paragraph", children: label }, ...content] };
}

function headingMarkdown(
  node: Node,
  { id, level, series, short, align }: NodeAttributes["heading"],
  pos: number,
  output: MarkdownOutput,
): RootContent[] {
  if (align) return [asHtml(node, output)];
  const anchor = id ? output.index.anchors.of(id) : undefined;
  const earlier = id ? output.earlier("a", id) : "";
  // The anchor is no text to be escaped, so it goes out as it stands.
  const attributes = [
    ...(anchor ? [`#${anchor}`] : []),
    ...(series ? [series === "none" ? ".unnumbered" : ".appendix"] : []),
    ...(short ? [shortTitleAttribute(short)] : []),
  ];
  const children: PhrasingContent[] = [
    ...(earlier ? [html(earlier)] : []),
    ...inlineMarkdown(node, pos + 1, output),
    ...(attributes.length > 0 ? [html(` {${attributes.join(" ")}}`)] : []),
  ];
  return [{ type: "heading", depth: level as 1, children }];
}

/** `count`: how its items are counted; null for a list without numbers. */
function listMarkdown(
  node: Node,
  count: Pick<ListCount, "start" | "after"> | null,
  pos: number,
  output: MarkdownOutput,
): BlockContent {
  const items = mapChildren(node, pos + 1, (item, at): ListItem => ({
    type: "listItem",
    checked: asKind(item, "list_item")!.checked,
    spread: item.childCount > 1 && isKind(item.child(1), "paragraph"),
    children: blocksWithin(item, at + 1, output),
  }));
  // A box stands before words.
  if (items.some(({ checked, children }) => checked !== null && children[0]?.type !== "paragraph"))
    return asHtml(node, output);
  return {
    type: "list",
    ordered: count !== null,
    start: count?.start ?? null,
    spread: items.some((item) => item.spread),
    children: items,
    data: count ? { behind: count.after } : {},
  };
}

function figureMarkdown(
  node: Node,
  { id, picture, alt, width, place, decorative }: NodeAttributes["figure"],
  output: MarkdownOutput,
): RootContent {
  const plain =
    node.childCount === 0 ||
    (node.childCount === 1 && node.child(0).isText && node.child(0).marks.length === 0);
  const url = picture ? output.html.pictureAddress(picture) : "";
  const ownLook = width !== null || place !== "line" || decorative;
  if (!plain || !url || ownLook) return asHtml(node, output);
  const anchor = id ? html(`${output.earlier("a", id)}<a id="${output.index.anchors.of(id)!}"></a>`) : null;
  return {
    type: "paragraph",
    children: [...(anchor ? [anchor] : []), { type: "image", url, alt, title: node.textContent || null }],
  };
}
