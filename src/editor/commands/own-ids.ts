import { ownEntry } from "@/core/own-entry";
import { Fragment, Slice, type Mark, type Node } from "prosemirror-model";
import {
  asKind,
  asMark,
  idOf,
  isMark,
  idsWithin,
  newId,
  ownStyleOf,
  settingsOf,
  withAttributes,
  withId,
  type DestinationId,
} from "@/core/document";

/** The bookmarks that come along from another document, by their ids. */
interface BroughtNames {
  readonly names: { has(id: string): boolean };
}

/**
 * What is pasted as it may come in: a copy of a block or bookmark that still stands gets no share in its id, what was cut
 * before keeps it, and so do bookmarks that come along from another document.
 */
export function ownIds(slice: Slice, doc: Node, brought: BroughtNames | null = null): Slice {
  const standing = idsWithin(doc);
  const { registry, styles } = settingsOf(doc);
  const { bookmarks } = registry;
  const isOwn = (id: string) =>
    !standing.has(id) && (ownEntry(bookmarks, id) !== undefined || brought?.names.has(id) === true);
  const copied = new Map<string, DestinationId>();
  /** A copy of words that stand in the index stands there too, as a place of its own. */
  const copiedEntry = (mark: Mark): Mark => {
    const entry = asMark(mark, "index_entry");
    if (!entry || !standing.has(entry.id)) return mark;
    const id = copied.get(entry.id) ?? newId();
    copied.set(entry.id, id);
    return mark.type.create({ ...entry, id });
  };
  /** What has a style of another document looks like the body here. */
  const hasStyle = (node: Node) => {
    const style = asKind(node, "paragraph")?.style ?? null;
    return style === null || ownStyleOf(styles, style) !== null;
  };
  const clean = (node: Node): Node | null => {
    const point = asKind(node, "bookmark_point");
    if (point) return isOwn(point.id) ? node : null;
    const marks = node.marks
      .filter((mark) => {
        const range = asMark(mark, "bookmark");
        const worded = asMark(mark, "word_style");
        if (worded) return ownStyleOf(styles, worded.style) !== null;
        return range ? isOwn(range.id) : !isMark(mark, "comment");
      })
      .map(copiedEntry);
    if (node.isText) return node.mark(marks);
    const children: Node[] = [];
    node.forEach((child) => {
      const kept = clean(child);
      if (kept) children.push(kept);
    });
    const own = node.copy(Fragment.fromArray(children)).mark(marks);
    const plain = hasStyle(own) ? own : withAttributes<"paragraph">(own, { style: null });
    return standing.has(idOf(node) ?? "") ? withId(plain, null) : plain;
  };
  const blocks: Node[] = [];
  slice.content.forEach((node) => {
    const kept = clean(node);
    if (kept) blocks.push(kept);
  });
  return new Slice(Fragment.fromArray(blocks), slice.openStart, slice.openEnd);
}
