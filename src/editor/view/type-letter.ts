import { Mark } from "prosemirror-model";
import { TextSelection } from "prosemirror-state";
import type { EditorView } from "prosemirror-view";

/** Where the system corrects what is typed, and puts text in place of other text, it has to do the typing. */
const TYPED_BY_SYSTEM = typeof navigator !== "undefined" && /Mac|iP(?:hone|ad|od)/.test(navigator.platform);

/**
 * Puts a typed letter behind another one on the screen, and hands it on with its place in the drawing. A browser's own command for
 * it is a quarter of the work of a key, and tells what it did in events from which the view would have to read it
 * again. Only the letter is put into the element, so that the marks of misspelt words stay. False where the browser is to type:
 * over something chosen, where no letter stands before the caret, where the letter would look different from it, and all
 * that ends a word, for then the browser looks how it is spelt.
 */
export function typeLetter(
  view: EditorView,
  event: KeyboardEvent,
  done: (text: string, at: number) => void,
): boolean {
  const text = TYPED_BY_SYSTEM ? null : letterOf(event);
  const { selection, storedMarks } = view.state;
  if (text === null || !(selection instanceof TextSelection)) return false;
  const { $cursor } = selection;
  const before = $cursor?.nodeBefore;
  if (!$cursor || !before?.isText || !Mark.sameSet(before.marks, storedMarks ?? $cursor.marks()))
    return false;
  const { focusNode: words, focusOffset: offset } = document.getSelection()!;
  const { pos } = $cursor;
  if (!(words instanceof Text) || offset === 0 || view.posAtDOM(words, offset) !== pos) return false;
  const insert = () => view.state.tr.insertText(text, pos);
  if (view.someProp("handleTextInput", (handle) => handle(view, pos, pos, text, insert))) return true;
  const { domObserver, docView } = view;
  // Should other elements be drawn here now, the view is not to take these for what it drew itself.
  docView.markDirty(pos - offset, pos - offset + words.length);
  words.insertData(offset, text);
  // The view, which knew of all that went before, is not to read it there.
  domObserver.observer.takeRecords();
  done(text, pos);
  return true;
}

/** The letter or digit that a key types; null for keys that do something else, and for halves of a sign. */
function letterOf({ key, ctrlKey, altKey }: KeyboardEvent): string | null {
  // Both together type a third sign of the key.
  return ctrlKey === altKey && /^[\p{L}\p{N}]$/u.test(key) && key.length === 1 ? key : null;
}
