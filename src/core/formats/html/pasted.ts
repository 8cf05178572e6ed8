import { tooLargeMessage } from "@/core/model/too-large";
import { Fragment, type Mark, type Node } from "prosemirror-model";
import {
  alignmentOf,
  asKind,
  asMark,
  idOf,
  isKind,
  isMark,
  withAttributes,
  type Pictures,
} from "@/core/document";
import { DropLog, type Dropped } from "../intake/drop-log";
import { LIMITS } from "../intake/limits";
import { ReadError } from "../intake/read-error";
import { readHtml } from "./read";

/** What was pasted, as blocks that take on the looks of the document they come into. */
export interface PastedBlocks {
  readonly blocks: readonly Node[];
  readonly pictures: Pictures;
  readonly dropped: readonly Dropped[];
}

/**
 * Reads HTML from the clipboard. Structure, emphasis, links, tables and pictures stay; faces, sizes, colours and alignment go,
 * and so do bookmarks and links to places that were not copied. Throws a {@link ReadError} with words for the author.
 */
export function readPasted(html: string): PastedBlocks {
  if (html.length > LIMITS.fileBytes)
    throw new ReadError(tooLargeMessage("What was copied", LIMITS.fileBytes));
  const dropped = new DropLog();
  const { doc, pictures } = readHtml(`${html}<!-- -->`, {
    name: "clipboard.html",
    dropped,
    all: true,
    languageOf: () => null,
    takeTalk: () => {},
    putAway: null,
    progress: () => {},
    pictureAt: () => null,
  });
  const ids = new Set<string>(doc.content.content.map((block) => idOf(block)!));
  const blocks = doc.content.content.map((block) => plain(block, ids)!);
  return { blocks, pictures, dropped: dropped.entries.filter(({ what }) => !SILENT.has(what)) };
}

/** What nobody who pastes wants to be told. */
const SILENT = new Set(["id of a wrapper", "event handler", "anchor that stands twice", "<script>"]);

/** A node without what does not come along; null if nothing of it stays. */
function plain(node: Node, ids: ReadonlySet<string>): Node | null {
  if (isKind(node, "bookmark_point")) return null;
  const kept = node.marks.filter((mark) => comesAlong(mark, ids));
  if (node.isText) return node.mark(kept);
  const children: Node[] = [];
  node.forEach((child) => {
    const one = plain(child, ids);
    if (one) children.push(one);
  });
  const own = node.copy(Fragment.fromArray(children)).mark(kept);
  return alignmentOf(own) || asKind(own, "paragraph")?.style
    ? withAttributes<"paragraph">(own, { align: null, style: null })
    : own;
}

function comesAlong(mark: Mark, ids: ReadonlySet<string>): boolean {
  const link = asMark(mark, "link");
  if (link) return link.target.kind !== "destination" || ids.has(link.target.id);
  return !isMark(mark, "size", "colour", "bookmark", "word_style");
}
