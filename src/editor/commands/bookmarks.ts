import type { EditorState, Transaction } from "prosemirror-state";
import {
  bookmarkEntry,
  newId,
  RegistryStep,
  schema,
  shortened,
  lineOf,
  type AnchorEntry,
  type DestinationId,
} from "@/core/document";
import type { Bookmark, DocumentIndex } from "@/core/destinations";

const { nodes, marks } = schema;

/** A bookmark's name as it would be kept: trimmed, with a number where the name is taken. */
export function freeName(
  wanted: string,
  index: DocumentIndex,
  except: DestinationId | null = null,
): { name: string; taken: boolean } {
  const name = wanted.replace(/\s+/gu, " ").trim() || "Bookmark";
  const names = new Set(index.bookmarks.filter((it) => it.id !== except).map((it) => it.name.toLowerCase()));
  if (!names.has(name.toLowerCase())) return { name, taken: false };
  for (let n = 2; ; n++)
    if (!names.has(`${name} ${n}`.toLowerCase())) return { name: `${name} ${n}`, taken: true };
}

/** A name for a bookmark on the selection: its words, or else the words where the caret stands, or the section's. */
export function proposedName(state: EditorState, index: DocumentIndex): string {
  const { from, to, empty, $from } = state.selection;
  const words = empty ? "" : state.doc.textBetween(from, to, " ", " ").replace(/\s+/g, " ").trim();
  const around = words || lineOf($from.depth > 0 ? $from.parent : state.doc.child($from.index(0)));
  return shortened(around || index.sectionAt(from)?.name || "Bookmark", 60);
}

/** A bookmark put on a range, or at a point where `from` = `to`, or on a block that takes no marks. Answers its id. */
export function addBookmark(tr: Transaction, from: number, to: number, name: string): DestinationId {
  const id = newId();
  const $from = tr.doc.resolve(from);
  const block = $from.depth === 0 ? tr.doc.nodeAt(from) : $from.node(1);
  const takesMarks = $from.depth > 0 && $from.parent.inlineContent;
  if (!takesMarks || (from === to && $from.parent.type === nodes.code_block))
    tr.step(
      new RegistryStep({
        part: "bookmarks",
        id,
        entry: bookmarkEntry("block", name, block!.attrs.id as DestinationId),
      }),
    );
  else if (from === to) {
    tr.insert(from, nodes.bookmark_point.create({ id }));
    tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("point", name) }));
  } else {
    tr.addMark(from, to, marks.bookmark.create({ id }));
    tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", name) }));
  }
  return id;
}

/** Takes a bookmark away: its sign in the text, and its place in the registry but for what tells what it was. */
export function removeBookmark(tr: Transaction, bookmark: Bookmark): Transaction {
  tr.step(new RegistryStep({ part: "bookmarks", id: bookmark.id, field: "removed", value: true }));
  if (bookmark.shape === "range")
    tr.removeMark(bookmark.pos, bookmark.end, marks.bookmark.create({ id: bookmark.id }));
  if (bookmark.shape === "point") tr.delete(bookmark.pos, bookmark.pos + 1);
  return tr;
}

export function renameBookmark(tr: Transaction, id: DestinationId, name: string): Transaction {
  return tr.step(new RegistryStep({ part: "bookmarks", id, field: "name", value: name }));
}

/**
 * Publishes the anchors of destinations, so that they stay as they are whatever is renamed: of all, or of those named.
 * Null when all of them are published already.
 */
export function publishAnchors(
  tr: Transaction,
  index: DocumentIndex,
  only?: readonly DestinationId[],
): Transaction | null {
  const published = index.registry.anchors;
  const entries: Record<string, AnchorEntry> = {};
  for (const id of only ?? index.destinations.map((place) => place.id)) {
    const anchor = index.anchors.of(id);
    if (anchor && !published[id]) entries[id] = { anchor, aliases: [] };
  }
  if (Object.keys(entries).length === 0) return null;
  return tr.step(new RegistryStep({ part: "anchors", entries })).setMeta("addToHistory", false);
}
