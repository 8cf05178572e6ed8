import type { Node } from "prosemirror-model";
import type { Decoration, NodeView } from "prosemirror-view";

/** A computed value in the manuscript. Its words come from the drawing. */
export class ComputationView implements NodeView {
  readonly dom = document.createElement("span");

  constructor(
    private node: Node,
    decorations: readonly Decoration[],
  ) {
    this.dom.className = "computation";
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
    const told = decorations.map(({ spec }) => spec as { value?: string; fault?: boolean });
    const { value = "…", fault = false } = told.find((spec) => spec.value !== undefined) ?? {};
    this.dom.classList.toggle("faulty", fault);
    this.dom.title = this.node.attrs.expression as string;
    if (this.dom.textContent !== value) this.dom.textContent = value;
  }

  ignoreMutation(): boolean {
    return true;
  }
}
