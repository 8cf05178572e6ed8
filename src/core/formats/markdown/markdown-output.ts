import type { Html, PhrasingContent } from "mdast";
import type { Node } from "prosemirror-model";
import { asMark, bookmarksOn, type DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { ownEntry } from "@/core/own-entry";
import { escapeHtml } from "../html/escape";
import { earlierAnchor, type HtmlOutput, type WrittenNote } from "../html/html-output";

/** Where the parts of one rendering as Markdown meet. What Markdown has no sign for is written by `html`. */
export class MarkdownOutput {
  /** Notes whose signs stand as Markdown has them; their words are written at the end. */
  readonly notes: { readonly written: WrittenNote; readonly pos: number }[] = [];
  private readonly lastPiece: ReadonlyMap<DestinationId, number>;

  constructor(
    readonly index: DocumentIndex,
    readonly html: HtmlOutput,
  ) {
    this.lastPiece = new Map(
      index.bookmarks.filter((it) => it.shape === "range").map((it) => [it.id, it.end]),
    );
  }

  /** Empty elements that keep earlier anchors of a place alive. */
  earlier(tag: "a" | "div", id: DestinationId): string {
    const { anchors } = this.index;
    return anchors
      .aliases(id)
      .map((alias) => earlierAnchor(tag, alias, anchors.of(id)!))
      .join("");
  }

  /** The anchor of a block that stands before it, with earlier ones; nothing for a block without one. */
  anchorBefore(id: DestinationId | null): Html[] {
    const anchor = id ? this.index.anchors.of(id) : undefined;
    return id && anchor ? [html(`${this.earlier("div", id)}<div id="${anchor}"></div>`)] : [];
  }

  /** The anchors of the bookmarks on a whole block. */
  bookmarksOn(block: Node): Html[] {
    const { registry, anchors } = this.index;
    return bookmarksOn(block, registry).map((own) => {
      const name = escapeHtml(registry.bookmarks[own]!.name);
      return html(`${this.earlier("div", own)}<div id="${anchors.of(own)!}" data-name="${name}"></div>`);
    });
  }

  /** The anchor of a bookmark in a line. */
  bookmark(id: DestinationId): string {
    const name = ownEntry(this.index.registry.bookmarks, id)?.name ?? "";
    return `${this.earlier("a", id)}<a id="${this.index.anchors.of(id)!}" data-name="${escapeHtml(name)}"></a>`;
  }

  /** The anchors of ranges that begin with this piece of a line. */
  rangeStarts(node: Node): PhrasingContent[] {
    return node.marks.flatMap((mark) => {
      const id = asMark(mark, "bookmark")?.id;
      if (!id || !this.lastPiece.has(id) || this.html.begun.has(id)) return [];
      this.html.begun.add(id);
      return [html(this.bookmark(id))];
    });
  }

  /** The ends of ranges whose last piece this is; `at` its position. */
  rangeEnds(node: Node, at: number): PhrasingContent[] {
    return node.marks.flatMap((mark) => {
      const id = asMark(mark, "bookmark")?.id;
      const ends = id && this.lastPiece.get(id) === at + node.nodeSize;
      return ends ? [html(`<a data-end="${this.index.anchors.of(id)!}"></a>`)] : [];
    });
  }
}

/** HTML as it stands. */
export function html(value: string): Html {
  return { type: "html", value };
}

/** HTML in a line, where a bar would end the cell of a table. */
export function htmlInLine(value: string): Html {
  return html(value.replaceAll("|", "&#124;"));
}

/** The label of a note. */
export function noteLabel({ place, number }: WrittenNote): string {
  return place === "end" ? `end${number}` : String(number);
}

/** What is made of each child of a node, its position and its place among them; `start`: the position of the first. */
export function mapChildren<T>(
  node: Node,
  start: number,
  make: (child: Node, pos: number, i: number) => T,
): T[] {
  const made: T[] = [];
  node.forEach((child, offset, i) => made.push(make(child, start + offset, i)));
  return made;
}
