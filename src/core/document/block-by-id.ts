import { idOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";

/** The block of an id among those that stand directly in a document, with its number and position. */
export function blockById(doc: Node, id: string): { node: Node; index: number; pos: number } | null {
  const blocks = doc.content.content;
  for (let index = 0, pos = 0; index < blocks.length; index++) {
    const node = blocks[index]!;
    if (idOf(node) === id) return { node, index, pos };
    pos += node.nodeSize;
  }
  return null;
}
