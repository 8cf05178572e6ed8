import { Fragment, Slice, type Node } from "prosemirror-model";
import { schema } from "@/core/document";
import type { Brought } from "./across-documents";

/**
 * What is pasted as it may come in: a copy of a block or bookmark that still stands gets no share in its id, what was cut
 * before keeps it, and so do bookmarks that come along from another document.
 */
export function ownIds(slice: Slice, doc: Node, brought: Brought | null = null): Slice {
  const standing = idsIn(doc);
  const known = doc.attrs.registry as { bookmarks: Record<string, unknown> };
  const isOwn = (id: unknown) =>
    typeof id === "string" && !standing.has(id) && (id in known.bookmarks || brought?.names.has(id) === true);
  const clean = (node: Node): Node | null => {
    if (node.type === schema.nodes.bookmark_point) return isOwn(node.attrs.id) ? node : null;
    const marks = node.marks.filter((mark) => mark.type !== schema.marks.bookmark || isOwn(mark.attrs.id));
    if (node.isText) return node.mark(marks);
    const children: Node[] = [];
    node.forEach((child) => {
      const kept = clean(child);
      if (kept) children.push(kept);
    });
    const id = node.attrs.id as unknown;
    const attrs = typeof id === "string" && standing.has(id) ? { ...node.attrs, id: null } : node.attrs;
    return node.type.create(attrs, children, marks);
  };
  const blocks: Node[] = [];
  slice.content.forEach((node) => {
    const kept = clean(node);
    if (kept) blocks.push(kept);
  });
  return new Slice(Fragment.fromArray(blocks), slice.openStart, slice.openEnd);
}

function idsIn(doc: Node): Set<string> {
  const ids = new Set<string>();
  doc.descendants((node) => {
    if (typeof node.attrs.id === "string") ids.add(node.attrs.id);
    for (const mark of node.marks) if (mark.type === schema.marks.bookmark) ids.add(mark.attrs.id as string);
  });
  return ids;
}
