import { asKind } from "@/core/document";
import type { Node } from "prosemirror-model";
import type { Decoration } from "prosemirror-view";
import { MadeWordsView, type MadeWords } from "./made-words-view";

/** A computed value in the manuscript. */
export class ComputationView extends MadeWordsView {
  constructor(node: Node, decorations: readonly Decoration[]) {
    super(node, decorations, "computation");
  }

  protected dress(node: Node, { fault = false }: MadeWords): string {
    this.dom.classList.toggle("faulty", fault);
    this.dom.title = asKind(node, "computation")!.expression;
    return "…";
  }
}
