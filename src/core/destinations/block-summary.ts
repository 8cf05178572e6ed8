import type { Mark, Node } from "prosemirror-model";
import {
  countWords,
  idOf,
  lineOf,
  type DestinationId,
  type LinkTarget,
  type Reference,
} from "@/core/document";

/** A stretch of one block that a link covers, or a cross-reference. Positions count from the block's start. */
export interface LinkPiece {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly target: LinkTarget;
  /** Of a cross-reference, whose text is what the place was called. */
  readonly reference?: Reference;
}

/** A stretch of one block that a bookmark covers; a point has `from` = `to`. Positions count from the block's start. */
export interface BookmarkPiece {
  readonly id: DestinationId;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly point: boolean;
}

/** A footnote or endnote of one block. Positions count from the block's start. */
export interface NotePiece {
  readonly id: DestinationId | null;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly place: "foot" | "end";
}

/** A computed value of one block. Positions count from the block's start. */
export interface ComputedPiece {
  readonly from: number;
  readonly expression: string;
}

/** All that the index needs to know of one block, with positions relative to it. */
export interface BlockSummary {
  readonly id: DestinationId | null;
  readonly words: number;
  /** The one line by which the block is known: a heading's text, a caption, a contents list's heading. */
  readonly line: string;
  readonly links: readonly LinkPiece[];
  readonly bookmarks: readonly BookmarkPiece[];
  readonly notes: readonly NotePiece[];
  readonly computed: readonly ComputedPiece[];
}

const cache = new WeakMap<Node, BlockSummary>();

/** The summary of a block, kept by the node's identity: nodes never change, and versions of a document share them. */
export function summarise(block: Node): BlockSummary {
  const known = cache.get(block);
  if (known) return known;
  const summary = read(block);
  cache.set(block, summary);
  return summary;
}

function read(block: Node): BlockSummary {
  const found: Found = { links: [], bookmarks: [], notes: [], computed: [] };
  let words = 0;
  if (block.isTextblock) words = readTextblock(block, 1, found);
  else
    block.descendants((node, at) => {
      if (!node.isTextblock) return true;
      words += readTextblock(node, at + 2, found);
      return false;
    });
  return {
    id: idOf(block),
    words,
    line: knownBy(block),
    links: kept(found.links),
    bookmarks: kept(found.bookmarks),
    notes: kept(found.notes),
    computed: kept(found.computed),
  };
}

const NONE: readonly never[] = [];

/** A list as it is kept with its block: most blocks have none, and one that grew has room for more than it holds. */
function kept<T>(list: readonly T[]): readonly T[] {
  return list.length === 0 ? NONE : list.slice();
}

interface Found {
  readonly links: LinkPiece[];
  readonly bookmarks: BookmarkPiece[];
  readonly notes: NotePiece[];
  readonly computed: ComputedPiece[];
}

function knownBy(block: Node): string {
  switch (block.type.name) {
    case "heading":
      return lineOf(block);
    case "figure":
      return lineOf(block) || (block.attrs.alt as string);
    case "table":
      return lineOf(block.child(0));
    case "contents_list":
      return block.attrs.heading as string;
    default:
      return "";
  }
}

/** Reads one run of inline content that begins at `start`; answers its word count. */
function readTextblock(node: Node, start: number, found: Found): number {
  const { links, bookmarks, notes } = found;
  let text = "";
  let inNotes = 0;
  let at = start;
  let lastLink: Mark | null = null;
  const openMarks = new Map<DestinationId, number>();
  for (let i = 0; i < node.childCount; i++) {
    const child = node.child(i);
    const piece = child.isText ? child.text! : child.type.name === "hard_break" ? " " : "";
    for (const mark of child.marks) {
      if (mark.type.name === "link") {
        addLink(links, mark, lastLink, at, at + child.nodeSize, piece);
        lastLink = mark;
      } else if (mark.type.name === "bookmark")
        addRange(bookmarks, openMarks, mark, at, at + child.nodeSize, piece);
    }
    if (child.type.name === "cross_reference") {
      const reference = child.attrs as Reference;
      const { target } = reference;
      links.push({ from: at, to: at + child.nodeSize, text: target.was ?? "", target, reference });
      lastLink = null;
    }
    if (child.type.name === "computation")
      found.computed.push({ from: at, expression: child.attrs.expression as string });
    if (child.type.name === "bookmark_point")
      bookmarks.push({ id: child.attrs.id as DestinationId, from: at, to: at, text: "", point: true });
    if (child.type.name === "note") {
      const { id, place } = child.attrs as Pick<NotePiece, "id" | "place">;
      notes.push({ id, place, from: at, to: at + child.nodeSize, text: lineOf(child) });
      inNotes += readTextblock(child, at + 1, found);
    }
    text += piece;
    at += child.nodeSize;
  }
  return countWords(text) + inNotes;
}

/** A link goes on where the last one of the same target ended, whatever other marks its words carry. */
function addLink(links: LinkPiece[], mark: Mark, last: Mark | null, from: number, to: number, text: string) {
  const before = links.at(-1);
  if (before && last?.eq(mark) && before.to === from)
    links[links.length - 1] = { ...before, to, text: before.text + text };
  else links.push({ from, to, text, target: mark.attrs.target as LinkTarget });
}

function addRange(
  pieces: BookmarkPiece[],
  open: Map<DestinationId, number>,
  mark: Mark,
  from: number,
  to: number,
  text: string,
) {
  const id = mark.attrs.id as DestinationId;
  const index = open.get(id);
  const before = index === undefined ? undefined : pieces[index];
  if (before && before.to === from) pieces[index!] = { ...before, to, text: before.text + text };
  else {
    open.set(id, pieces.length);
    pieces.push({ id, from, to, text, point: false });
  }
}
