import { isKind, isNamedWithin } from "@/core/document";
import type { Node } from "prosemirror-model";
import { NodeSelection, TextSelection, type Selection } from "prosemirror-state";

/** What is selected after a jump: a figure or list as a whole, else the caret in the words there, as in the title of a notice. */
export function selectionAt(doc: Node, pos: number): Selection {
  const node = doc.nodeAt(pos);
  const between = doc.resolve(pos).depth === 0 || (node !== null && isNamedWithin(node));
  if (
    node &&
    between &&
    !node.isTextblock &&
    !isKind(node, "table", "notice") &&
    NodeSelection.isSelectable(node)
  )
    return NodeSelection.create(doc, pos);
  const $at = doc.resolve(Math.min(pos + (between ? 1 : 0), doc.content.size));
  if (isKind($at.parent, "note")) return NodeSelection.create(doc, $at.before());
  return TextSelection.near($at);
}

/** What is chosen to show words from one position to another: the words, or the note in which they stand. */
export function selectionOf(doc: Node, from: number, to: number): Selection {
  const $from = doc.resolve(from);
  return isKind($from.parent, "note")
    ? NodeSelection.create(doc, $from.before())
    : TextSelection.create(doc, from, to);
}

/** Where that ends which glows after a landing: `end` where it is known, else the block or the letter there. */
export function shownEnd(doc: Node, pos: number, end: number): number {
  if (end > pos) return end;
  const node = doc.nodeAt(pos);
  return node?.isBlock ? pos + node.nodeSize : Math.min(doc.resolve(pos).end(), pos + 1);
}
