import { Slice } from "prosemirror-model";
import type { EditorState, Transaction } from "prosemirror-state";

/** Puts what was pasted in place of the selection. */
export function pasteTransaction(state: EditorState, pasted: Slice): Transaction {
  const slice = asWords(pasted, state);
  const { openStart, openEnd, content } = slice;
  const closed = openStart === 0 && openEnd === 0 && content.childCount === 1 ? content.firstChild! : null;
  const single = closed && !closed.isText ? closed : null;
  const tr = single ? state.tr.replaceSelectionWith(single, false) : state.tr.replaceSelection(slice);
  return tr.scrollIntoView().setMeta("paste", true).setMeta("uiEvent", "paste");
}

/**
 * Words that were cut out of one block are words, not that block: part of a heading pasted into a paragraph, empty or not, does
 * not make it a heading. They take on the kind of the block they come into.
 */
function asWords(slice: Slice, { selection }: EditorState): Slice {
  const only = slice.content.childCount === 1 ? slice.content.firstChild! : null;
  const words = only?.isTextblock && slice.openStart === 1 && slice.openEnd === 1;
  return words && selection.$from.parent.inlineContent ? new Slice(only.content, 0, 0) : slice;
}
