import type { Node } from "prosemirror-model";
import { asMark, idOf, isKind, type DestinationId, type Registry } from "@/core/document";
import { blockPlaceOf } from "@/core/index";

/** Finds the heading, figure, table or equation in which or on which a bookmark stands; undefined where there is none. */
export function blocksAround(
  blocks: readonly Node[],
  { bookmarks }: Registry,
): (bookmark: DestinationId) => DestinationId | undefined {
  const around = new Map<string, DestinationId>();
  for (const block of blocks) {
    const id = idOf(block);
    if (!id || !blockPlaceOf(block)) continue;
    around.set(id, id);
    block.descendants((node) => {
      const point = isKind(node, "bookmark_point") ? idOf(node) : null;
      const ranges = node.marks.flatMap((mark) => asMark(mark, "bookmark")?.id ?? []);
      for (const bookmark of [...(point ? [point] : []), ...ranges]) around.set(bookmark, id);
    });
  }
  return (bookmark) => around.get(bookmarks[bookmark]?.block ?? bookmark);
}
