import { ownEntry } from "@/core/own-entry";
import { Fragment, Slice, type Node } from "prosemirror-model";
import { asKind, asMark, idOf, idsWithin, settingsOf, withId } from "@/core/document";
import type { Brought } from "./across-documents";

/**
 * What is pasted as it may come in: a copy of a block or bookmark that still stands gets no share in its id, what was cut
 * before keeps it, and so do bookmarks that come along from another document.
 */
export function ownIds(slice: Slice, doc: Node, brought: Brought | null = null): Slice {
  const standing = idsWithin(doc);
  const { bookmarks } = settingsOf(doc).registry;
  const isOwn = (id: string) =>
    !standing.has(id) && (ownEntry(bookmarks, id) !== undefined || brought?.names.has(id) === true);
  const clean = (node: Node): Node | null => {
    const point = asKind(node, "bookmark_point");
    if (point) return isOwn(point.id) ? node : null;
    const marks = node.marks.filter((mark) => {
      const range = asMark(mark, "bookmark");
      return !range || isOwn(range.id);
    });
    if (node.isText) return node.mark(marks);
    const children: Node[] = [];
    node.forEach((child) => {
      const kept = clean(child);
      if (kept) children.push(kept);
    });
    const own = node.copy(Fragment.fromArray(children)).mark(marks);
    return standing.has(idOf(node) ?? "") ? withId(own, null) : own;
  };
  const blocks: Node[] = [];
  slice.content.forEach((node) => {
    const kept = clean(node);
    if (kept) blocks.push(kept);
  });
  return new Slice(Fragment.fromArray(blocks), slice.openStart, slice.openEnd);
}
