import type { PhrasingContent, RootContent, TableRow } from "mdast";
import { gfmFootnoteToMarkdown } from "mdast-util-gfm-footnote";
import { gfmStrikethroughToMarkdown } from "mdast-util-gfm-strikethrough";
import { gfmTableToMarkdown } from "mdast-util-gfm-table";
import { mathToMarkdown } from "mdast-util-math";
import { toMarkdown } from "mdast-util-to-markdown";
import type { Mark, Node } from "prosemirror-model";
import {
  idOf,
  type DestinationId,
  type LinkLook,
  type LinkTarget,
  type Manuscript,
  leadsBack,
  type ReturnRule,
  headerRows,
} from "@/core/document";
import type { DocumentIndex } from "@/core/destinations";
import {
  contentsTree,
  entryWords,
  levelsOf,
  listEntries,
  writtenOptions,
  returnLinks,
  type ContentsBranch,
} from "@/core/wayfinding";
import { toBase64 } from "../base64";
import { blockHtml, notesHtml } from "../html/block-html";
import { escapeHtml } from "../html/escape";
import { CARRIED, linkHtml } from "../html/inline-html";
import { earlierAnchor, HtmlOutput, type WrittenNote } from "../html/html-output";
import { withMarkedPlaces } from "../marked-places";
import { BesideFile } from "../outside";
import type { PromisedLink } from "../promised-link";
import type { WriteOptions } from "../write-options";
import {
  contentsComment,
  CONTENTS_END,
  RETURN_SIGN,
  returnsComment,
  shortTitleAttribute,
} from "./conventions";
import { ownEntry } from "@/core/own-entry";

/** Writes a document as Markdown. What Markdown has no sign for stands as HTML, which CommonMark allows. */
export function writeMarkdown(
  { doc, pictures }: Manuscript,
  { shelf, pages }: Pick<WriteOptions, "shelf" | "pages"> = {},
): { text: string; promised: PromisedLink[] } {
  const places = withMarkedPlaces(doc);
  const { index } = places;
  const output = new HtmlOutput(
    places,
    new BesideFile(shelf, ".md"),
    (name) => {
      const picture = pictures.get(name);
      return picture ? `data:${picture.type};base64,${toBase64(picture.bytes)}` : "";
    },
    pages,
  );
  const writer = new MarkdownWriter(index, output);
  const body = toMarkdown(
    { type: "root", children: writer.document(index.doc) },
    {
      bullet: "-",
      rule: "*",
      fences: true,
      listItemIndent: "one",
      extensions: [
        gfmTableToMarkdown({ tablePipeAlign: false }),
        gfmStrikethroughToMarkdown(),
        gfmFootnoteToMarkdown(),
        mathToMarkdown(),
      ],
      join: [(left, right) => (left.type === "html" && right.type === "html" ? 1 : undefined)],
    },
  );
  return { text: frontMatter(doc, index) + body, promised: output.promised };
}

function frontMatter(doc: Node, index: DocumentIndex): string {
  const title = doc.attrs.title as string;
  const language = doc.attrs.language as string;
  const lines = [
    ...(title && title !== index.headings[0]?.name ? [`title: ${JSON.stringify(title)}`] : []),
    ...(language !== "en" ? [`lang: ${language}`] : []),
  ];
  return lines.length > 0 ? `---\n${lines.join("\n")}\n---\n\n` : "";
}

class MarkdownWriter {
  private readonly lastPiece: ReadonlyMap<DestinationId, number>;
  /** Notes whose signs stand as Markdown has them. */
  private readonly notes: { written: WrittenNote; pos: number }[] = [];

  constructor(
    private readonly index: DocumentIndex,
    private readonly output: HtmlOutput,
  ) {
    this.lastPiece = new Map(
      index.bookmarks.filter((it) => it.shape === "range").map((it) => [it.id, it.end]),
    );
  }

  document(doc: Node): RootContent[] {
    const content: RootContent[] = [];
    const rule = doc.attrs.returns as ReturnRule;
    if (leadsBack(rule)) content.push(html(returnsComment(rule)));
    const returns = new Map(returnLinks(this.index).map((link) => [link.block, link]));
    const onBlocks = new Map<string, DestinationId[]>();
    for (const bookmark of this.index.bookmarks)
      if (bookmark.shape === "block") {
        const block = this.index.registry.bookmarks[bookmark.id]!.block as string;
        onBlocks.set(block, [...(onBlocks.get(block) ?? []), bookmark.id]);
      }
    doc.forEach((block, pos, i) => {
      const id = idOf(block);
      for (const bookmark of (id && onBlocks.get(id)) || []) content.push(html(this.blockAnchor(bookmark)));
      content.push(...this.block(block, pos));
      const back = returns.get(i + 1);
      if (back)
        content.push({
          type: "paragraph",
          children: [
            ...back.ways.flatMap(({ to, words }, way): PhrasingContent[] => [
              ...(way > 0 ? [{ type: "text" as const, value: " · " }] : []),
              {
                type: "link",
                url: this.output.hrefOf(to, words),
                children: [{ type: "text", value: words }],
              },
            ]),
            html(RETURN_SIGN),
          ],
        });
    });
    for (const { written, pos } of this.notes)
      content.push({
        type: "footnoteDefinition",
        identifier: noteLabel(written),
        children: [{ type: "paragraph", children: this.inline(written.note, pos + 1) }],
      });
    // Those of blocks that stand as HTML.
    return [...content, ...notesHtml(this.output).map(html)];
  }

  /** Empty elements that keep earlier anchors of a place alive. */
  private earlier(tag: "a" | "div", id: DestinationId): string {
    const { anchors } = this.index;
    return anchors
      .aliases(id)
      .map((alias) => earlierAnchor(tag, alias, anchors.of(id)!))
      .join("");
  }

  private blockAnchor(id: DestinationId): string {
    const name = this.index.registry.bookmarks[id]!.name;
    return `${this.earlier("div", id)}<div id="${this.index.anchors.of(id)!}" data-name="${escapeHtml(name)}"></div>`;
  }

  /** A block that stands directly in the document, `pos` its position there. */
  private block(node: Node, pos: number): RootContent[] {
    const id = idOf(node);
    const anchor = id ? this.index.anchors.of(id) : undefined;
    switch (node.type.name) {
      case "heading": {
        if (node.attrs.align) return [html(blockHtml(node, this.output))];
        const earlier = id ? this.earlier("a", id) : "";
        const before = earlier ? [html(earlier) as PhrasingContent] : [];
        // The anchor is no text to be escaped, so it goes out as it stands.
        const words = [
          ...(anchor ? [`#${anchor}`] : []),
          ...(node.attrs.series ? [node.attrs.series === "none" ? ".unnumbered" : ".appendix"] : []),
          ...(node.attrs.short ? [shortTitleAttribute(node.attrs.short as string)] : []),
        ];
        const after = words.length > 0 ? [html(` {${words.join(" ")}}`) as PhrasingContent] : [];
        return [
          {
            type: "heading",
            depth: node.attrs.level as 1,
            children: [...before, ...this.inline(node, pos + 1), ...after],
          },
        ];
      }
      case "figure":
        return [this.figure(node)];
      case "table":
        return this.table(node, pos);
      case "contents_list":
        return this.contents(node, anchor ?? "contents");
      case "equation":
        return [
          ...(id && anchor ? [html(`${this.earlier("div", id)}<div id="${anchor}"></div>`)] : []),
          { type: "math", value: node.attrs.tex as string },
        ];
      case "page_break":
        return [html(`<div style="break-after: page"></div>`)];
      default:
        return [this.inner(node, pos)];
    }
  }

  private inner(node: Node, pos: number): RootContent {
    switch (node.type.name) {
      case "paragraph":
        return node.attrs.align
          ? html(blockHtml(node, this.output))
          : { type: "paragraph", children: this.inline(node, pos + 1) };
      case "bullet_list":
      case "ordered_list": {
        const ordered = node.type.name === "ordered_list";
        const items = mapChildren(node, pos + 1, (item, at) => ({
          type: "listItem" as const,
          spread: item.childCount > 1 && item.child(1).type.name === "paragraph",
          children: mapChildren(item, at + 1, (child, childAt) => this.inner(child, childAt) as never),
        }));
        return {
          type: "list",
          ordered,
          start: ordered ? (node.attrs.start as number) : null,
          spread: items.some((item) => item.spread),
          children: items,
        };
      }
      case "quotation":
        return {
          type: "blockquote",
          children: mapChildren(node, pos + 1, (child, at) => this.inner(child, at) as never),
        };
      case "code_block":
        // Nothing but letters stands between the fences.
        if (node.childCount > 1 || node.firstChild?.marks.length) return html(blockHtml(node, this.output));
        return { type: "code", lang: (node.attrs.language as string) || null, value: node.textContent };
      case "rule":
        return { type: "thematicBreak" };
      default:
        throw new RangeError(`no Markdown for ${node.type.name}`);
    }
  }

  private figure(node: Node): RootContent {
    const plain =
      node.childCount === 0 ||
      (node.childCount === 1 && node.child(0).isText && node.child(0).marks.length === 0);
    const id = idOf(node)!;
    const name = node.attrs.picture as string;
    const url = name ? this.output.pictureAddress(name) : "";
    const ownLook = node.attrs.width !== null || node.attrs.place !== "line" || node.attrs.decorative;
    if (!plain || !url || ownLook) return html(blockHtml(node, this.output));
    const image = {
      type: "image" as const,
      url,
      alt: node.attrs.alt as string,
      title: node.textContent || null,
    };
    const anchor = html(`${this.earlier("a", id)}<a id="${this.index.anchors.of(id)!}"></a>`);
    return { type: "paragraph", children: [anchor as PhrasingContent, image] };
  }

  /** A plain table as Markdown has it, with its caption after it; any other as HTML. */
  private table(node: Node, pos: number): RootContent[] {
    const [caption, grid] = [node.child(0), node.child(1)];
    const gridPos = pos + 1 + caption.nodeSize;
    if (!isPlain(grid)) return [html(blockHtml(node, this.output))];
    const id = idOf(node)!;
    const before = `${this.earlier("div", id)}<div id="${this.index.anchors.of(id)!}"></div>`;
    const rows = mapChildren(grid, gridPos + 1, (row, rowPos) => ({
      type: "tableRow" as const,
      children: mapChildren(row, rowPos + 1, (cell, cellPos) => ({
        type: "tableCell" as const,
        children: this.inline(cell.child(0), cellPos + 2),
      })),
    })) satisfies TableRow[];
    const align = mapChildren(
      grid.child(0),
      0,
      (cell) => (cell.attrs.align as "left" | "center" | "right" | null) ?? null,
    );
    const content: RootContent[] = [html(before), { type: "table", align, children: rows }];
    if (caption.content.size > 0)
      content.push({
        type: "paragraph",
        children: [{ type: "text", value: "Table: " }, ...this.inline(caption, pos + 2)],
      });
    return content;
  }

  private contents(node: Node, anchor: string): RootContent[] {
    const levels = levelsOf(node);
    const heading = node.attrs.heading as string;
    const content: RootContent[] = [
      html(contentsComment({ ...levels, options: writtenOptions(node) }, anchor, heading)),
      html(`${this.earlier("div", idOf(node)!)}<div id="${anchor}"></div>`),
    ];
    if (heading)
      content.push({
        type: "paragraph",
        children: [{ type: "strong", children: [{ type: "text", value: heading }] }],
      });
    const tree = contentsTree(listEntries(this.index, node));
    if (tree.length > 0) content.push(this.branches(tree));
    content.push(html(CONTENTS_END));
    return content;
  }

  private branches(branches: readonly ContentsBranch[]): RootContent {
    return {
      type: "list",
      ordered: false,
      spread: false,
      children: branches.map((branch) => ({
        type: "listItem",
        spread: false,
        children: [
          {
            type: "paragraph",
            children: [
              {
                type: "link",
                url: this.output.hrefOf(branch.id, entryWords(branch)),
                children: [{ type: "text", value: entryWords(branch) }],
              },
            ],
          },
          ...(branch.below.length > 0 ? [this.branches(branch.below) as never] : []),
        ],
      })),
    };
  }

  /** Inline content; `pos` is the position of its first sign in the document. */
  private inline(parent: Node, pos: number): PhrasingContent[] {
    const pieces: { node: Node; marks: readonly Mark[]; content: PhrasingContent[] }[] = [];
    let at = pos;
    parent.forEach((node) => {
      const marks = node.marks.filter((mark) => mark.type.name !== "bookmark" && mark.type.name !== "code");
      pieces.push({
        node,
        marks,
        content: [...this.rangeStarts(node), ...this.leaf(node, at), ...this.rangeEnds(node, at)],
      });
      at += node.nodeSize;
    });
    return this.nest(pieces, 0);
  }

  private leaf(node: Node, pos: number): PhrasingContent[] {
    if (node.isText) {
      const isCode = node.marks.some((mark) => mark.type.name === "code");
      return [{ type: isCode ? "inlineCode" : "text", value: node.text! }];
    }
    if (node.type.name === "hard_break") return [{ type: "break" }];
    if (node.type.name === "formula") return [{ type: "inlineMath", value: node.attrs.tex as string }];
    if (node.type.name === "note") {
      const written = this.output.nextNote(node);
      this.notes.push({ written, pos });
      return [{ type: "footnoteReference", identifier: noteLabel(written) }];
    }
    if (node.type.name === "computation") {
      const [start, words, end] = this.output.computation(node);
      return [html(start.replaceAll("|", "&#124;")), { type: "text", value: words }, html(end)];
    }
    if (node.type.name === "cross_reference") {
      const { start, words, end } = this.output.reference(node);
      // A bar would end the cell of a table.
      return [html(start.replaceAll("|", "&#124;")), { type: "text", value: words }, html(end)];
    }
    const id = node.attrs.id as DestinationId;
    return this.index.anchors.of(id) ? [html(this.anchorTag(id))] : [];
  }

  private rangeStarts(node: Node): PhrasingContent[] {
    return node.marks.flatMap((mark) => {
      const id = mark.attrs.id as DestinationId;
      if (mark.type.name !== "bookmark" || !this.lastPiece.has(id) || this.output.begun.has(id)) return [];
      this.output.begun.add(id);
      return [html(this.anchorTag(id))];
    });
  }

  private rangeEnds(node: Node, at: number): PhrasingContent[] {
    return node.marks.flatMap((mark) => {
      const id = mark.attrs.id as DestinationId;
      const ends = mark.type.name === "bookmark" && this.lastPiece.get(id) === at + node.nodeSize;
      return ends ? [html(`<a data-end="${this.index.anchors.of(id)!}"></a>`)] : [];
    });
  }

  private anchorTag(id: DestinationId): string {
    const name = ownEntry(this.index.registry.bookmarks, id)?.name ?? "";
    return `${this.earlier("a", id)}<a id="${this.index.anchors.of(id)!}" data-name="${escapeHtml(name)}"></a>`;
  }

  /** Nests pieces that share a mark under one node, the outermost mark first. */
  private nest(
    pieces: readonly { marks: readonly Mark[]; content: PhrasingContent[] }[],
    depth: number,
  ): PhrasingContent[] {
    const content: PhrasingContent[] = [];
    for (let i = 0; i < pieces.length;) {
      const mark = pieces[i]!.marks[depth];
      if (!mark) {
        content.push(...pieces[i++]!.content);
        continue;
      }
      let end = i + 1;
      while (end < pieces.length && pieces[end]!.marks[depth]?.eq(mark)) end++;
      content.push(...this.wrap(mark, this.nest(pieces.slice(i, end), depth + 1)));
      i = end;
    }
    return content;
  }

  private wrap(mark: Mark, children: PhrasingContent[]): PhrasingContent[] {
    switch (mark.type.name) {
      case "strong":
        return [{ type: "strong", children }];
      case "emphasis":
        return [{ type: "emphasis", children }];
      case "strike":
        return [{ type: "delete", children }];
      case "link":
        return this.link(mark, children);
      case "underline":
        return [html("<u>"), ...children, html("</u>")];
      case "superscript":
        return [html("<sup>"), ...children, html("</sup>")];
      case "subscript":
        return [html("<sub>"), ...children, html("</sub>")];
      case "colour":
        return [html(`<span style="color: ${mark.attrs.colour as string}">`), ...children, html("</span>")];
      default:
        return [
          html(`<span style="font-size: ${mark.attrs.percent as number}%">`),
          ...children,
          html("</span>"),
        ];
    }
  }

  /** A link with its hint as its title. What it is beyond that stands as HTML. */
  private link(mark: Mark, children: PhrasingContent[]): PhrasingContent[] {
    const { target, hint, look } = mark.attrs as { target: LinkTarget; hint: string; look: LinkLook };
    const words = children.map((child) => ("value" in child ? child.value : "")).join("");
    if (CARRIED.has(target.kind) || look !== "underlined") {
      const [start, end] = linkHtml(mark, words, this.output);
      return [html(start.replaceAll("|", "&#124;")), ...children, html(end)];
    }
    const url =
      this.output.href(target, words) ??
      (target.kind === "destination"
        ? `#${encodeURIComponent(target.was ?? target.id)}`
        : target.kind === "words"
          ? `#${encodeURIComponent(target.exact)}`
          : null);
    return url === null
      ? children
      : [{ type: "link", url, title: hint || null, children: children as never }];
  }
}

function noteLabel({ place, number }: WrittenNote): string {
  return place === "end" ? `end${number}` : String(number);
}

function html(value: string) {
  return { type: "html" as const, value };
}

function mapChildren<T>(node: Node, start: number, make: (child: Node, pos: number) => T): T[] {
  const made: T[] = [];
  node.forEach((child, offset) => made.push(make(child, start + offset)));
  return made;
}

/** Markdown tables have one header row and cells of one line. */
function isPlain(grid: Node): boolean {
  if (headerRows(grid) !== 1) return false;
  let plain = true;
  grid.descendants((node) => {
    if (node.type.name === "table_cell" || node.type.name === "table_header") {
      const only =
        node.childCount === 1 && node.child(0).type.name === "paragraph" && !node.child(0).attrs.align;
      if (!only || node.attrs.colspan !== 1 || node.attrs.rowspan !== 1 || node.attrs.colwidth) plain = false;
      node.descendants((inner) => {
        if (inner.type.name === "hard_break") plain = false;
      });
    } else if (node.type.name === "table_row") {
      const heads =
        node !== grid.child(0) && node.content.content.some((cell) => cell.type.name === "table_header");
      if (heads) plain = false;
    }
    return plain;
  });
  return plain;
}
