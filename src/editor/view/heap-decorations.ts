import type { Node } from "prosemirror-model";
import { Decoration } from "prosemirror-view";
import { heapsIn } from "@/core/document";
import type { BlockDecoration } from "../plugins/block-decoration";

/** Heaps of marks on one letter, drawn in pieces that the browser sets one by one: `bdi` parts them. */
export function heapDecorations(block: Node): BlockDecoration[] {
  const decorations: BlockDecoration[] = [];
  block.descendants((child, pos) => {
    if (!child.isText) return;
    for (const { from, to } of heapsIn(child.text!))
      decorations.push({
        key: "heap",
        from: 1 + pos + from,
        to: 1 + pos + to,
        draw: (start, end) => Decoration.inline(start, end, { nodeName: "bdi" }),
      });
  });
  return decorations;
}
