import type { Fragment, Node } from "prosemirror-model";
import { asMark, idOf } from "@/core/kinds";

/** The ids of all blocks, notes, bookmarks and entries of the index in some content. */
export function idsWithin(content: Pick<Fragment | Node, "descendants">): Set<string> {
  const ids = new Set<string>();
  content.descendants((node) => {
    const own = idOf(node);
    if (own) ids.add(own);
    for (const mark of node.marks) {
      const range = asMark(mark, "bookmark") ?? asMark(mark, "index_entry");
      if (range) ids.add(range.id);
    }
  });
  return ids;
}
