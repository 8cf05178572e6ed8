import type { Node } from "prosemirror-model";
import type { NodeView, ViewMutationRecord } from "prosemirror-view";

/** A figure in the manuscript: its picture, and its caption to be written in. */
export class FigureView implements NodeView {
  readonly dom = document.createElement("figure");
  readonly contentDOM = document.createElement("figcaption");
  private readonly frame = document.createElement("div");

  constructor(private node: Node) {
    this.frame.contentEditable = "false";
    this.frame.className = "picture";
    this.dom.append(this.frame, this.contentDOM);
    this.draw();
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    const changed = !node.sameMarkup(this.node);
    this.node = node;
    if (changed) this.draw();
    this.contentDOM.classList.toggle("is-empty", node.content.size === 0);
    return true;
  }

  private draw(): void {
    const name = this.node.attrs.picture as string;
    const alt = this.node.attrs.alt as string;
    this.contentDOM.classList.toggle("is-empty", this.node.content.size === 0);
    if (name) {
      const image = document.createElement("img");
      image.src = `/api/pictures/${name}`;
      image.alt = alt;
      image.draggable = false;
      this.frame.replaceChildren(image);
    } else {
      const missing = document.createElement("p");
      missing.className = "no-picture";
      missing.textContent = alt ? `Picture missing: ${alt}` : "Picture missing";
      this.frame.replaceChildren(missing);
    }
  }

  ignoreMutation(mutation: ViewMutationRecord): boolean {
    return mutation.type !== "selection" && !this.contentDOM.contains(mutation.target);
  }
}
