import { isDrawn } from "./chunks";
import type { Node } from "prosemirror-model";
import type { NodeView, ViewMutationRecord } from "prosemirror-view";
import { estimatedHeight } from "./estimated-height";

/**
 * A chunk of the manuscript. While it is out of view the browser neither lays it out nor paints it, and takes its height
 * from an estimate or from when it was last seen. One that is not drawn yet holds its place and nothing else.
 */
export class ChunkView implements NodeView {
  readonly dom = document.createElement("div");
  readonly contentDOM?: HTMLElement;

  constructor(private node: Node) {
    this.dom.className = "chunk";
    const height = estimatedHeight(node);
    if (isDrawn(node)) {
      this.contentDOM = this.dom;
      this.dom.style.containIntrinsicSize = `auto ${height}px`;
    } else {
      this.dom.dataset.undrawn = "";
      this.dom.style.height = `${height}px`;
    }
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type || isDrawn(node) !== isDrawn(this.node)) return false;
    // What is not drawn does not show what changed in it; it is drawn when it is changed.
    this.node = node;
    return true;
  }

  ignoreMutation(mutation: ViewMutationRecord): boolean {
    return this.contentDOM === undefined || (mutation.type === "attributes" && mutation.target === this.dom);
  }
}

/** The elements of all chunks of a drawing, in order. */
export function chunkElements(drawing: HTMLElement): readonly HTMLElement[] {
  return [...drawing.querySelectorAll<HTMLElement>(":scope > .bundle > .chunk")];
}
