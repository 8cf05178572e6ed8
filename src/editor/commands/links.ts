import type { EditorState, Transaction } from "prosemirror-state";
import { schema, type DestinationId, type LinkTarget } from "@/core/document";
import type { Destination, DocumentIndex, LinkPlace } from "@/core/destinations";
import { addBookmark, freeName } from "./bookmarks";
import { lineOf, shortened } from "@/core/document";

const { nodes, marks } = schema;

/** The target that leads to a destination; it remembers what the place was called, should it ever be adrift. */
export function targetOf(destination: Destination): LinkTarget {
  return {
    kind: "destination",
    id: destination.id,
    ...(destination.name ? { was: shortened(destination.name, 200) } : {}),
  };
}

/** Makes a link of the words in a range. */
export function linkRange(tr: Transaction, from: number, to: number, target: LinkTarget): Transaction {
  return tr.removeMark(from, to, marks.link).addMark(from, to, marks.link.create({ target }));
}

/** Inserts words that are a link. */
export function insertLink(tr: Transaction, at: number, words: string, target: LinkTarget): Transaction {
  return tr.insert(at, schema.text(words, [marks.link.create({ target })]));
}

/** The link whose words are at a position, if any. */
export function linkAt(index: DocumentIndex, pos: number): LinkPlace | null {
  return index.links.find((link) => !link.reference && link.from <= pos && pos <= link.to) ?? null;
}

/** The link or linked cross-reference at a position, if any. */
export function leadAt(index: DocumentIndex, pos: number): LinkPlace | null {
  return (
    index.links.find((link) => link.from <= pos && pos <= link.to && link.reference?.linked !== false) ?? null
  );
}

export function removeLink(tr: Transaction, link: LinkPlace): Transaction {
  return tr.removeMark(link.from, link.to, marks.link);
}

/** The word that a position stands in, as a range; null between words. */
export function wordAt(state: EditorState, pos: number): { from: number; to: number; text: string } | null {
  const $pos = state.doc.resolve(pos);
  if (!$pos.parent.isTextblock) return null;
  const text = $pos.parent.textBetween(0, $pos.parent.content.size, undefined, "\ufffc");
  const at = $pos.parentOffset;
  let from = at;
  let to = at;
  while (from > 0 && /[\p{L}\p{N}\p{M}'’-]/u.test(text[from - 1]!)) from--;
  while (to < text.length && /[\p{L}\p{N}\p{M}'’-]/u.test(text[to]!)) to++;
  const start = $pos.start();
  return from === to ? null : { from: start + from, to: start + to, text: text.slice(from, to) };
}

/**
 * The destination at a position that an author points at: the innermost bookmark there, the heading, figure or table it
 * stands in. Where none stands a bookmark is made in the transaction.
 */
export function destinationAt(
  tr: Transaction,
  index: DocumentIndex,
  pos: number,
): { target: LinkTarget; made: string | null } {
  const here = index.bookmarks
    .filter((bookmark) => bookmark.shape !== "block" && bookmark.pos <= pos && pos <= bookmark.end)
    .sort((a, b) => a.end - a.pos - (b.end - b.pos))[0];
  if (here) return { target: targetOf(here), made: null };
  const $pos = tr.doc.resolve(pos);
  const block = $pos.depth > 0 ? $pos.node(1) : tr.doc.nodeAt(pos);
  const own = block ? index.destination(block.attrs.id as DestinationId) : undefined;
  if (own) return { target: targetOf(own), made: null };
  const around = lineOf($pos.depth > 0 ? $pos.parent : (block ?? tr.doc));
  const { name } = freeName(shortened(around || "Place", 60), index);
  const start = $pos.depth > 0 && $pos.parent.type !== nodes.code_block ? $pos.start() : pos;
  return { target: { kind: "destination", id: addBookmark(tr, start, start, name), was: name }, made: name };
}
