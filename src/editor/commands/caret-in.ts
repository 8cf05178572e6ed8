import { TextSelection, type Transaction } from "prosemirror-state";

/** Puts the caret where there are words nearest to a position, and into view. */
export function caretIn(tr: Transaction, pos: number): Transaction {
  return tr.setSelection(TextSelection.near(tr.doc.resolve(pos))).scrollIntoView();
}
