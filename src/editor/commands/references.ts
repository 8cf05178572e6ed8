import { NodeSelection, type EditorState, type Transaction } from "prosemirror-state";
import type { Mark, Node } from "prosemirror-model";
import type { Destination } from "@/core/index";
import { asKind, isKind, isMark, schema, type Reference } from "@/core/document";
import { targetOf } from "./links";

const { nodes, marks } = schema;

/** How a place is spoken of where its author has not said it. */
export function fittingForm(place: Destination): string {
  switch (place.kind) {
    case "heading":
      return "{number} {title}";
    case "bookmark":
      return place.shape === "range" ? "{words}" : "{title}";
    case "contents":
      return "{title}";
    default:
      return "{label}";
  }
}

/** A cross-reference to a place. */
export function referenceTo(place: Destination, form = fittingForm(place)): Reference {
  return { target: targetOf(place), form, linked: true };
}

/** Puts a cross-reference in place of a range, in the looks of the words there. */
export function insertReference(
  tr: Transaction,
  { from, to }: { readonly from: number; readonly to: number },
  reference: Reference,
): Transaction {
  const $from = tr.doc.resolve(from);
  const around = from === to ? $from.marks() : ($from.nodeAfter?.marks ?? []);
  const looks = around.filter((mark: Mark) => !isMark(mark, "link") && !isMark(mark, "bookmark"));
  return tr.replaceWith(from, to, nodes.cross_reference.create(reference, null, looks));
}

/** The cross-reference that is chosen, if one is. */
export function chosenReference({ selection }: EditorState): { node: Node; pos: number } | null {
  return selection instanceof NodeSelection && isKind(selection.node, "cross_reference")
    ? { node: selection.node, pos: selection.from }
    : null;
}

/** Changes parts of the cross-reference at a position; it stays chosen. */
export function changeReference(tr: Transaction, pos: number, change: Partial<Reference>): Transaction {
  for (const [name, value] of Object.entries(change)) tr.setNodeAttribute(pos, name, value);
  return tr.setSelection(NodeSelection.create(tr.doc, pos));
}

/** Makes plain words of a cross-reference, or a link with these words. */
export function frozenReference(tr: Transaction, pos: number, words: string): Transaction {
  const node = tr.doc.nodeAt(pos)!;
  const { target, linked } = asKind(node, "cross_reference")!;
  const kept = linked ? marks.link.create({ target }).addToSet(node.marks) : node.marks;
  return tr.replaceWith(pos, pos + node.nodeSize, schema.text(words, kept));
}
