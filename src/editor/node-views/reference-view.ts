import type { Node } from "prosemirror-model";
import type { Decoration, NodeView } from "prosemirror-view";
import type { Reference } from "@/core/document";

/** The words of a cross-reference in the manuscript, which come from the drawing. */
export class ReferenceView implements NodeView {
  readonly dom = document.createElement("span");

  constructor(
    private node: Node,
    decorations: readonly Decoration[],
  ) {
    this.dom.className = "cross-reference";
    this.dom.contentEditable = "false";
    this.draw(decorations);
  }

  update(node: Node, decorations: readonly Decoration[]): boolean {
    if (node.type !== this.node.type) return false;
    this.node = node;
    this.draw(decorations);
    return true;
  }

  private draw(decorations: readonly Decoration[]): void {
    const { linked, target } = this.node.attrs as Reference;
    const told = decorations.map(({ spec }) => (spec as { words?: string }).words);
    const words = told.find((one) => one !== undefined) ?? target.was ?? "…";
    this.dom.classList.toggle("linked", linked);
    if (this.dom.textContent !== words) this.dom.textContent = words;
  }

  ignoreMutation(): boolean {
    return true;
  }
}
