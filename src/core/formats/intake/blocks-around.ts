import type { Node } from "prosemirror-model";
import { idOf, schema, type DestinationId, type Registry } from "@/core/document";
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
      if (node.type === schema.nodes.bookmark_point) around.set(idOf(node)!, id);
      for (const mark of node.marks)
        if (mark.type === schema.marks.bookmark) around.set(String(mark.attrs.id), id);
    });
  }
  return (bookmark) => around.get(bookmarks[bookmark]?.block ?? bookmark);
}
