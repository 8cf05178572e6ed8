import type { PhrasingContent } from "mdast";
import type { Mark, Node } from "prosemirror-model";
import {
  byKind,
  byMark,
  markAmong,
  type ByInline,
  type ByMark,
  type LinkTarget,
  type MarkAttributes,
} from "@/core/document";
import { KEPT_AS_DATA, indexedHtml, linkHtml, pictureHtml } from "../html/inline-html";
import { escapeHtml } from "../html/escape";
import { ownStyleAttributes } from "../html/own-style-html";
import { mayBeMeant } from "./equations";
import { html, htmlInLine, noteLabel, type MarkdownOutput } from "./markdown-output";

interface Piece {
  readonly marks: readonly Mark[];
  readonly content: PhrasingContent[];
}

/** Inline content; `pos` is the position of its first sign in the document. */
export function inlineMarkdown(parent: Node, pos: number, output: MarkdownOutput): PhrasingContent[] {
  const pieces: Piece[] = [];
  let at = pos;
  parent.forEach((node) => {
    pieces.push({
      marks: node.marks.filter((mark) => byMark(NESTS, mark)),
      content: [
        ...output.rangeStarts(node),
        ...byKind(LEAVES, node, at, output),
        ...output.rangeEnds(node, at),
      ],
    });
    at += node.nodeSize;
  });
  return nest(pieces, 0, output);
}

const always = () => true;
const never = () => false;

/** Whether a mark is written around words; others are told by signs before and after them, or by the words' own kind. */
const NESTS: ByMark<[], boolean> = {
  bookmark: never,
  comment: never,
  code: never,
  index_entry: always,
  word_style: always,
  link: always,
  language: always,
  strong: always,
  emphasis: always,
  underline: always,
  strike: always,
  superscript: always,
  subscript: always,
  colour: always,
  size: always,
};

const LEAVES: ByInline<[pos: number, output: MarkdownOutput], PhrasingContent[]> = {
  text: (node) => [{ type: markAmong(node.marks, "code") ? "inlineCode" : "text", value: node.text! }],
  hard_break: () => [{ type: "break" }],
  formula: (_node, { tex }) =>
    mayBeMeant(tex)
      ? [{ type: "inlineMath", value: tex }]
      : [
          htmlInLine(`<span class="formula" data-tex="${escapeHtml(tex)}">`),
          { type: "text", value: tex },
          html("</span>"),
        ],
  picture: (node, picture, _pos, output) => {
    const { alt, height, decorative } = picture;
    const url = picture.picture ? output.html.pictureAddress(picture.picture) : "";
    return url && height === null && !decorative
      ? [{ type: "image", url, alt }]
      : [htmlInLine(pictureHtml(node, picture, output.html))];
  },
  note: (node, _note, pos, output) => {
    const written = output.html.nextNote(node);
    output.notes.push({ written, pos });
    return [{ type: "footnoteReference", identifier: noteLabel(written) }];
  },
  note_paragraph: () => [],
  computation: (node, _computation, _pos, output) => {
    const [start, words, end] = output.html.computation(node);
    return [htmlInLine(start), { type: "text", value: words }, html(end)];
  },
  cross_reference: (node, _reference, _pos, output) => {
    const { start, words, end } = output.html.reference(node);
    return [htmlInLine(start), { type: "text", value: words }, html(end)];
  },
  bookmark_point: (_node, { id }, _pos, output) =>
    output.index.anchors.of(id) ? [html(output.bookmark(id))] : [],
};

/** Nests pieces that share a mark under one node, the outermost mark first. */
function nest(pieces: readonly Piece[], depth: number, output: MarkdownOutput): PhrasingContent[] {
  const content: PhrasingContent[] = [];
  for (let i = 0; i < pieces.length;) {
    const mark = pieces[i]!.marks[depth];
    if (!mark) {
      content.push(...pieces[i++]!.content);
      continue;
    }
    let end = i + 1;
    while (end < pieces.length && pieces[end]!.marks[depth]?.eq(mark)) end++;
    content.push(...byMark(WRAPS, mark, nest(pieces.slice(i, end), depth + 1, output), output));
    i = end;
  }
  return content;
}

const around =
  (start: string, end: string) =>
  (_mark: unknown, children: PhrasingContent[]): PhrasingContent[] => [html(start), ...children, html(end)];
const asTheyAre = (_mark: unknown, children: PhrasingContent[]) => children;

/** Puts a mark around what carries it. */
const WRAPS: ByMark<[children: PhrasingContent[], output: MarkdownOutput], PhrasingContent[]> = {
  strong: (_mark, children) => [{ type: "strong", children }],
  emphasis: (_mark, children) => [{ type: "emphasis", children }],
  strike: (_mark, children) => [{ type: "delete", children }],
  link: linkMarkdown,
  underline: around("<u>", "</u>"),
  superscript: around("<sup>", "</sup>"),
  subscript: around("<sub>", "</sub>"),
  language: ({ language }, children) => around(`<span lang="${language}">`, "</span>")(null, children),
  index_entry: (indexed, children, { html: output }) => {
    const [start, end] = indexedHtml(indexed, null, output);
    return [htmlInLine(start), ...children, html(end)];
  },
  word_style: ({ style }, children, { html: output }) => {
    const attributes = ownStyleAttributes(style, output);
    return attributes ? [htmlInLine(`<span${attributes}>`), ...children, html("</span>")] : children;
  },
  colour: ({ colour }, children) => around(`<span style="color: ${colour}">`, "</span>")(null, children),
  size: ({ percent }, children) => around(`<span style="font-size: ${percent}%">`, "</span>")(null, children),
  bookmark: asTheyAre,
  comment: asTheyAre,
  code: asTheyAre,
};

/** A link with its hint as its title. What it is beyond that stands as HTML. */
function linkMarkdown(
  link: MarkAttributes["link"],
  children: PhrasingContent[],
  { html: output }: MarkdownOutput,
): PhrasingContent[] {
  const { target, hint, look } = link;
  const words = children.map((child) => ("value" in child ? child.value : "")).join("");
  if (KEPT_AS_DATA.has(target.kind) || look !== "underlined") {
    const [start, end] = linkHtml(link, words, output);
    return [htmlInLine(start), ...children, html(end)];
  }
  const url = output.href(target, words) ?? brokenAddress(target);
  return url === null ? children : [{ type: "link", url, title: hint || null, children: children as never }];
}

/** The address written for a link that leads nowhere; null if nothing is known about it. */
function brokenAddress(target: LinkTarget): string | null {
  if (target.kind === "destination") return `#${encodeURIComponent(target.was ?? target.id)}`;
  return target.kind === "words" ? `#${encodeURIComponent(target.exact)}` : null;
}
