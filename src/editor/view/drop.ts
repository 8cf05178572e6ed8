import { dropPoint } from "prosemirror-transform";
import { NodeSelection, TextSelection, type EditorState, type Transaction } from "prosemirror-state";
import type { Slice } from "prosemirror-model";
import { MoveBlocksStep } from "@/core/steps";

/**
 * What is dropped at a position of the document. `taken` is where it was dragged from, if it is to leave there. Whole blocks
 * are moved rather than taken out and put in, so that what others write in them meanwhile moves along.
 */
export function dropped(
  state: EditorState,
  at: number,
  slice: Slice,
  taken: { from: number; to: number } | null,
): Transaction | null {
  const pos = dropPoint(state.doc, at, slice) ?? at;
  if (taken && pos >= taken.from && pos <= taken.to) return null;
  const tr = state.tr;
  if (taken && areBlocks(state, taken) && state.doc.resolve(pos).depth === 0) {
    tr.step(new MoveBlocksStep(taken.from, taken.to, pos));
    return selectInserted(tr, tr.mapping.map(taken.from, 1), slice).setMeta("uiEvent", "drop");
  }
  if (taken) tr.delete(taken.from, taken.to);
  const place = tr.mapping.map(pos);
  const before = tr.doc;
  const single = slice.openStart === 0 && slice.openEnd === 0 && slice.content.childCount === 1;
  if (single) tr.replaceRangeWith(place, place, slice.content.firstChild!);
  else tr.replaceRange(place, place, slice);
  if (tr.doc.eq(before)) return null;
  return selectInserted(tr, place, slice).setMeta("uiEvent", "drop");
}

function areBlocks({ doc }: EditorState, { from, to }: { from: number; to: number }): boolean {
  return from < to && doc.resolve(from).depth === 0 && doc.resolve(to).depth === 0;
}

function selectInserted(tr: Transaction, place: number, slice: Slice): Transaction {
  const $place = tr.doc.resolve(place);
  const node = slice.content.firstChild;
  const single = slice.openStart === 0 && slice.openEnd === 0 && slice.content.childCount === 1;
  if (single && node && NodeSelection.isSelectable(node) && $place.nodeAfter?.sameMarkup(node))
    return tr.setSelection(NodeSelection.create(tr.doc, place));
  let end = place;
  tr.mapping.maps.at(-1)?.forEach((_from, _to, _newFrom, newTo) => (end = Math.max(end, newTo)));
  return tr.setSelection(TextSelection.between($place, tr.doc.resolve(Math.min(end, tr.doc.content.size))));
}
