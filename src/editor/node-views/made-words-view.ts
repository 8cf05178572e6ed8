import type { Node } from "prosemirror-model";
import type { Decoration, NodeView } from "prosemirror-view";

/** What the signs of a drawing tell of words that a document makes itself. */
export interface MadeWords {
  readonly words?: string | undefined;
  /** Whether they stand for words that could not be made. */
  readonly fault?: boolean;
}

/** Words in the manuscript that the document makes itself, and in which nobody types. They come with the drawing. */
export abstract class MadeWordsView implements NodeView {
  readonly dom = document.createElement("span");

  constructor(
    private node: Node,
    decorations: readonly Decoration[],
    name: string,
  ) {
    this.dom.className = name;
    this.dom.contentEditable = "false";
    this.draw(decorations);
  }

  /** Dresses the element for the node; answers the words that stand there until its own are known. */
  protected abstract dress(node: Node, words: MadeWords): string;

  update(node: Node, decorations: readonly Decoration[]): boolean {
    if (node.type !== this.node.type) return false;
    this.node = node;
    this.draw(decorations);
    return true;
  }

  private draw(decorations: readonly Decoration[]): void {
    const specs = decorations.map(({ spec }): MadeWords => spec);
    const made = specs.find(({ words }) => words !== undefined) ?? {};
    const until = this.dress(this.node, made);
    const { words = until } = made;
    if (this.dom.textContent !== words) this.dom.textContent = words;
  }

  ignoreMutation(): boolean {
    return true;
  }
}
