import type { Node } from "prosemirror-model";
import { Selection, SelectionRange, TextSelection } from "prosemirror-state";
import type { Mappable } from "prosemirror-transform";

/**
 * A selection over many chunks. The browser lays out all that it takes for chosen, in view or not; it is told of no more
 * than the part in the chunk where the selection's head is, and the rest is shown by the drawing. What is copied, replaced
 * or removed is all of it.
 */
export class WideSelection extends Selection {
  private constructor(
    private readonly doc: Node,
    /** Where the selection began, and where it ends; in the drawing. */
    readonly wideAnchor: number,
    readonly wideHead: number,
    shown: number,
  ) {
    const $from = doc.resolve(Math.min(wideAnchor, wideHead));
    const $to = doc.resolve(Math.max(wideAnchor, wideHead));
    super(doc.resolve(shown), doc.resolve(wideHead), [new SelectionRange($from, $to)]);
  }

  /** `anchor` and `head` are positions inside of chunks. */
  static of(doc: Node, anchor: number, head: number): WideSelection {
    const $head = doc.resolve(head);
    const selection =
      anchor < head
        ? Selection.near(doc.resolve($head.start(2)), 1).from
        : Selection.near(doc.resolve($head.end(2)), -1).to;
    return new WideSelection(doc, anchor, head, selection);
  }

  override eq(other: Selection): boolean {
    return (
      other instanceof WideSelection &&
      other.doc === this.doc &&
      other.wideAnchor === this.wideAnchor &&
      other.wideHead === this.wideHead
    );
  }

  override map(doc: Node, mapping: Mappable): Selection {
    return TextSelection.between(
      doc.resolve(mapping.map(this.wideAnchor)),
      doc.resolve(mapping.map(this.wideHead)),
    );
  }

  override toJSON() {
    return { type: "wide", anchor: this.wideAnchor, head: this.wideHead };
  }
}
