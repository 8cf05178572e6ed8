import type { Node } from "prosemirror-model";
import { Decoration } from "prosemirror-view";
import { heapsIn } from "@/core/document";
import type { Sign } from "./drawn-signs";

/** Heaps of marks on one letter, drawn in pieces that the browser sets one by one: `bdi` parts them. */
export function heapSigns(block: Node): Sign[] {
  const signs: Sign[] = [];
  block.descendants((child, pos) => {
    if (!child.isText) return;
    for (const { from, to } of heapsIn(child.text!))
      signs.push({
        key: "heap",
        from: 1 + pos + from,
        to: 1 + pos + to,
        draw: (start, end) => Decoration.inline(start, end, { nodeName: "bdi" }),
      });
  });
  return signs;
}
