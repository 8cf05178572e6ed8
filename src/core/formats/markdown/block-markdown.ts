import type { BlockContent, ListItem, PhrasingContent, RootContent } from "mdast";
import type { Node } from "prosemirror-model";
import {
  byKind,
  isKind,
  type ByBlock,
  type ByKind,
  type InnerKind,
  type NodeAttributes,
} from "@/core/document";
import { contentsMarkdown } from "./contents-markdown";
import { noticeSign, shortTitleAttribute } from "./conventions";
import { inlineMarkdown } from "./inline-markdown";
import { asHtml } from "./as-html";
import { html, mapChildren, type MarkdownOutput } from "./markdown-output";
import { tableMarkdown } from "./table-markdown";

/** A block that stands directly in the document, `pos` its position there. */
export function blockMarkdown(node: Node, pos: number, output: MarkdownOutput): RootContent[] {
  return byKind(BLOCKS, node, pos, output);
}

function innerMarkdown(node: Node, pos: number, output: MarkdownOutput): BlockContent {
  return byKind(INNER, node, pos, output);
}

const within = (node: Node, _carried: unknown, pos: number, output: MarkdownOutput): RootContent[] => [
  innerMarkdown(node, pos, output),
];

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
  equation: (_node, { id, tex }, _pos, output) => [...output.anchorBefore(id), { type: "math", value: tex }],
  rule: () => [{ type: "thematicBreak" }],
  page_break: () => [html(`<div style="break-after: page"></div>`)],
  contents_list: contentsMarkdown,
};

const INNER: ByKind<InnerKind, [pos: number, output: MarkdownOutput], BlockContent> = {
  paragraph: (node, { align }, pos, output) =>
    align ? asHtml(node, output) : { type: "paragraph", children: inlineMarkdown(node, pos + 1, output) },
  bullet_list: (node, _list, pos, output) => listMarkdown(node, null, pos, output),
  ordered_list: (node, { start }, pos, output) => listMarkdown(node, start, pos, output),
  quotation: (node, _quotation, pos, output) => ({
    type: "blockquote",
    children: mapChildren(node, pos + 1, (child, at) => innerMarkdown(child, at, output)),
  }),
  // CommonMark has no sign for it.
  definition_list: (node, _list, _pos, output) => asHtml(node, output),
  notice: noticeMarkdown,
  // Nothing but letters stands between the fences.
  code_block: (node, { language }, _pos, output) =>
    node.content.content.some((child) => !child.isText || child.marks.length > 0)
      ? asHtml(node, output)
      : { type: "code", lang: language || null, value: node.textContent },
};

/** A quotation that begins with a sign for the notice's kind, as several programs know it; its title follows in the same line. */
function noticeMarkdown(
  node: Node,
  { kind }: NodeAttributes["notice"],
  pos: number,
  output: MarkdownOutput,
): BlockContent {
  const title = inlineMarkdown(node.child(0), pos + 2, output);
  const [, ...said] = mapChildren(node, pos + 1, (child, at) =>
    isKind(child, "notice_title") ? html("") : innerMarkdown(child, at, output),
  );
  const sign: PhrasingContent[] = [
    html(noticeSign(kind)),
    ...(title.length > 0 ? [html(" "), ...title] : []),
  ];
  return { type: "blockquote", children: [{ type: "paragraph", children: sign }, ...said] };
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
  const told = [
    ...(anchor ? [`#${anchor}`] : []),
    ...(series ? [series === "none" ? ".unnumbered" : ".appendix"] : []),
    ...(short ? [shortTitleAttribute(short)] : []),
  ];
  const children: PhrasingContent[] = [
    ...(earlier ? [html(earlier)] : []),
    ...inlineMarkdown(node, pos + 1, output),
    ...(told.length > 0 ? [html(` {${told.join(" ")}}`)] : []),
  ];
  return [{ type: "heading", depth: level as 1, children }];
}

/** `start`: the number of the first item; null for a list without numbers. */
function listMarkdown(node: Node, start: number | null, pos: number, output: MarkdownOutput): BlockContent {
  const items = mapChildren(node, pos + 1, (item, at): ListItem => ({
    type: "listItem",
    spread: item.childCount > 1 && isKind(item.child(1), "paragraph"),
    children: mapChildren(item, at + 1, (child, childAt) => innerMarkdown(child, childAt, output)),
  }));
  return {
    type: "list",
    ordered: start !== null,
    start,
    spread: items.some((item) => item.spread),
    children: items,
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
