import { redo, undo } from "prosemirror-history";
import type { EditorProps, EditorView } from "prosemirror-view";
import { tickAt } from "../commands/boxes";
import type { Drawn } from "./command-view";

/**
 * What the browser does in the text by itself and the document has to do: undo by its menu, boxes of items that are ticked, and the
 * selection, which a browser puts at the very beginning when the keyboard comes by other ways than the pointer.
 */
export function browserEvents({
  state,
  dispatch,
  layout,
}: Drawn): NonNullable<EditorProps["handleDOMEvents"]> {
  let pointed = false;
  return {
    focus: (view: EditorView) => {
      // The pointer says itself where the caret goes. The view only mends this where the browser tells of it soon.
      if (!pointed) view.focus();
      return false;
    },
    // Chosen from a menu of the browser, which only knows of what it did itself.
    beforeinput: (_view, event) => {
      const takeBack = { historyUndo: undo, historyRedo: redo }[event.inputType];
      if (!takeBack) return false;
      takeBack(state(), dispatch);
      return preventing(event);
    },
    mousedown: (_view, event) => {
      // What is pointed at takes the keyboard when all have been told of the event.
      pointed = true;
      setTimeout(() => (pointed = false));
      // With a box the keyboard stays where it is.
      return isBox(event.target) && preventing(event);
    },
    click: (view: EditorView, event) => {
      if (!isBox(event.target)) return false;
      const item = view.state.doc.resolve(view.posAtDOM(event.target.parentElement!, 0)).before();
      tickAt(layout().toDocument(item))(state(), dispatch);
      return preventing(event);
    },
  };
}

/** Whether something is the box of an item of a list. */
function isBox(target: EventTarget | null): target is HTMLInputElement {
  return (
    target instanceof HTMLInputElement && target.type === "checkbox" && target.parentElement?.tagName === "LI"
  );
}

function preventing(event: Event): true {
  event.preventDefault();
  return true;
}
