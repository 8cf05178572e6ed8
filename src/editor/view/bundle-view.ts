import type { Node } from "prosemirror-model";
import type { NodeView, ViewMutationRecord } from "prosemirror-view";
import { estimatedHeight } from "./estimated-height";

/**
 * A bundle of chunks. The browser looks with every frame which of the parts it may leave out are in view, and lays out a list of
 * them: of a bundle out of view it does not even know the chunks.
 */
export class BundleView implements NodeView {
  readonly dom = document.createElement("div");
  readonly contentDOM = this.dom;

  constructor(private readonly node: Node) {
    this.dom.className = "bundle";
    let height = 0;
    node.forEach((chunk) => void (height += estimatedHeight(chunk)));
    this.dom.style.containIntrinsicSize = `auto ${height}px`;
  }

  update(node: Node): boolean {
    return node.type === this.node.type;
  }

  ignoreMutation(mutation: ViewMutationRecord): boolean {
    return mutation.type === "attributes" && mutation.target === this.dom;
  }
}
