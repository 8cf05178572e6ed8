import type { Node } from "prosemirror-model";
import type { NodeView, ViewMutationRecord } from "prosemirror-view";

const LETTERS_IN_LINE = 68;
const LINE = 27.2;
const GAP = 15;

/**
 * A chunk of the manuscript. While it is out of view the browser neither lays it out nor paints it, and takes its height
 * from an estimate or from when it was last seen. One that is not drawn yet holds its place and nothing else.
 */
export class ChunkView implements NodeView {
  readonly dom = document.createElement("div");
  readonly contentDOM?: HTMLElement;

  constructor(private node: Node) {
    this.dom.className = "chunk";
    const height = Math.round(estimatedHeight(node));
    if (node.attrs.drawn) {
      this.contentDOM = this.dom;
      this.dom.style.containIntrinsicSize = `auto ${height}px`;
    } else {
      this.dom.dataset.undrawn = "";
      this.dom.style.height = `${height}px`;
    }
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type || node.attrs.drawn !== this.node.attrs.drawn) return false;
    // What is not drawn does not show what changed in it; it is drawn when it is changed.
    this.node = node;
    return true;
  }

  ignoreMutation(mutation: ViewMutationRecord): boolean {
    return this.contentDOM === undefined || (mutation.type === "attributes" && mutation.target === this.dom);
  }
}

/** How high blocks will stand, in pixels, as far as their text tells. */
function estimatedHeight(chunk: Node): number {
  let height = 0;
  chunk.forEach((block) => {
    const lines = Math.max(1, Math.ceil(block.textContent.length / LETTERS_IN_LINE));
    height +=
      lines * LINE +
      GAP +
      (block.type.name === "heading" ? 28 : 0) +
      (block.type.name === "figure" ? 280 : 0);
  });
  return height;
}
