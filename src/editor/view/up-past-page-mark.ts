import { Plugin, Selection, TextSelection } from "prosemirror-state";
import type { EditorView } from "prosemirror-view";

/**
 * Leads the caret up from the very beginning of a page. The mark of the page stands there, which is not edited; from it Chromium goes to the last
 * thing above that is not edited either, pages away.
 */
export function upPastPageMark(): Plugin {
  return new Plugin({
    props: {
      handleKeyDown: (view, event) =>
        event.key === "ArrowUp" &&
        !(event.ctrlKey || event.altKey || event.metaKey) &&
        leadUp(view, event.shiftKey),
    },
  });
}

function leadUp(view: EditorView, choosing: boolean): boolean {
  const { doc, selection, tr } = view.state;
  if (!(selection instanceof TextSelection)) return false;
  const { $head, anchor } = selection;
  if ($head.parentOffset > 0 || !beginsWithMark(view, $head.before())) return false;
  const above = Selection.findFrom(doc.resolve($head.before()), -1);
  if (!above) return false;
  if (!(above instanceof TextSelection)) {
    if (choosing) return false;
    view.dispatch(tr.setSelection(above).scrollIntoView());
    return true;
  }
  const { left } = view.coordsAtPos($head.pos);
  const { top, bottom } = view.coordsAtPos(above.head);
  const at = view.posAtCoords({ left, top: (top + bottom) / 2 })?.pos ?? above.head;
  const pos = Math.min(Math.max(at, above.$head.start()), above.$head.end());
  view.dispatch(tr.setSelection(TextSelection.create(doc, choosing ? anchor : pos, pos)).scrollIntoView());
  return true;
}

function beginsWithMark(view: EditorView, block: number): boolean {
  const element = view.nodeDOM(block);
  const first = element instanceof HTMLElement ? element.firstChild : null;
  return first instanceof HTMLElement && first.classList.contains("page-mark");
}
