import type { Node } from "prosemirror-model";
import type { Decoration } from "prosemirror-view";
import { asKind } from "@/core/document";
import { MadeWordsView } from "./made-words-view";

/** A cross-reference in the manuscript. */
export class ReferenceView extends MadeWordsView {
  constructor(node: Node, decorations: readonly Decoration[]) {
    super(node, decorations, "cross-reference");
  }

  protected dress(node: Node): string {
    const { linked, target } = asKind(node, "cross_reference")!;
    this.dom.classList.toggle("linked", linked);
    return target.was ?? "…";
  }
}
