import type { Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";
import { asKind, lineOf, shortened } from "@/core/document";

/** The sign of a note in the manuscript. Its number comes from the drawing; its words are shown where the pointer rests. */
export class NoteView implements NodeView {
  readonly dom = document.createElement("sup");

  constructor(private node: Node) {
    this.dom.className = "note-sign";
    this.dom.contentEditable = "false";
    this.draw();
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    this.node = node;
    this.draw();
    return true;
  }

  private draw(): void {
    const words = shortened(lineOf(this.node), 200);
    const kind = asKind(this.node, "note")?.place === "end" ? "Endnote" : "Footnote";
    this.dom.title = `${kind}: ${words || "empty"}`;
    this.dom.classList.toggle("is-empty", words === "");
  }

  ignoreMutation(): boolean {
    return true;
  }
}
