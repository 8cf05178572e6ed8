import { AllSelection, Plugin, type Selection, TextSelection, type Transaction } from "prosemirror-state";
import { Decoration, type EditorView } from "prosemirror-view";
import { chunksBefore, type ChunkLayout } from "./chunk-layout";
import { chunkElements } from "./chunk-view";
import type { Drawn } from "./command-view";
import type { BlockDecoration } from "../plugins/block-decoration";
import { WideSelection } from "./wide-selection";

/** The browser is not told of a selection that ends so many chunks, some fifty pages, from where it began. */
const WIDE = 24;

/** Keys that move the end of a selection with Shift. */
const MOVES = new Set([
  "ArrowLeft",
  "ArrowRight",
  "ArrowUp",
  "ArrowDown",
  "Home",
  "End",
  "PageUp",
  "PageDown",
]);

/** A document's selection in a drawing that stands in a transaction of a view; wide where it spans many chunks. */
export function chosenInDrawing(
  selection: Selection,
  layout: ChunkLayout,
  tr: Transaction,
  shown: Selection,
): Selection {
  const whole = selection instanceof AllSelection;
  if (!(whole || selection instanceof TextSelection) || !isWide(layout, selection.from, selection.to))
    return layout.selectionToDrawn(selection);
  const anchor = whole ? 2 : layout.toDrawn(selection.anchor);
  const head = whole ? layout.drawn.content.size - 2 : layout.toDrawn(selection.head);
  // Drawn by hand across so much text: the browser knows it already, and is in the middle of it.
  const byHand =
    !(shown instanceof WideSelection) && tr.selection.anchor === anchor && tr.selection.head === head;
  return byHand ? tr.selection : WideSelection.of(tr.doc, anchor, head);
}

/** The part of a wide selection that stands in the chunk where it began, as it is drawn. */
export function wideDecorations(selection: Selection, layout: ChunkLayout): BlockDecoration[] {
  if (!(selection instanceof WideSelection)) return [];
  const began = layout.toDocument(selection.wideAnchor);
  const chunk = layout.chunkAt(began);
  const forward = selection.wideAnchor < selection.wideHead;
  return [
    {
      key: "chosen",
      from: forward ? began : layout.startOf(chunk),
      to: forward ? layout.startOf(chunk + 1) : began,
      draw: (from, to) => Decoration.inline(from, to, { class: "chosen" }),
    },
  ];
}

/**
 * Does with all of a wide selection what the browser, which knows only a part of it, would do with that part; and shows it.
 */
export function wideChoice({ state, dispatch, layout }: Drawn): Plugin {
  /** Puts the caret at an end of what is chosen. */
  function collapse(toEnd: boolean): boolean {
    const { doc, selection, tr } = state();
    const at = doc.resolve(toEnd ? selection.to : selection.from);
    dispatch(tr.setSelection(TextSelection.near(at, toEnd ? -1 : 1)).scrollIntoView());
    return true;
  }

  function remove(view: EditorView): boolean {
    if (!(view.state.selection instanceof WideSelection)) return false;
    dispatch(state().tr.deleteSelection().scrollIntoView());
    return true;
  }

  /** Chooses up to a far place that is clicked with Shift; the browser would lay out all between. */
  function chooseUpTo(view: EditorView, event: MouseEvent): boolean {
    if (!event.shiftKey || event.button !== 0 || !view.hasFocus()) return false;
    const place = view.posAtCoords({ left: event.clientX, top: event.clientY });
    if (!place) return false;
    const { doc, selection, tr } = state();
    const pos = layout().toDocument(place.pos);
    const { anchor } = selection;
    if (!isWide(layout(), Math.min(anchor, pos), Math.max(anchor, pos))) return false;
    event.preventDefault();
    dispatch(tr.setSelection(TextSelection.between(doc.resolve(anchor), doc.resolve(pos))));
    return true;
  }

  return new Plugin({
    view: () => ({ update: showChosen }),
    props: {
      // The browser moved the end of the part it knows.
      createSelectionBetween: ({ state: { selection, doc } }, $anchor, $head) =>
        selection instanceof WideSelection && $anchor.pos === selection.anchor
          ? TextSelection.between(doc.resolve(selection.wideAnchor), $head)
          : null,
      handleKeyDown: (view, event) => {
        if (!(view.state.selection instanceof WideSelection) || event.shiftKey) return false;
        if (event.key === "ArrowLeft" || event.key === "ArrowUp") return collapse(false);
        return (event.key === "ArrowRight" || event.key === "ArrowDown") && collapse(true);
      },
      handleDOMEvents: {
        // The view would take it for a selection of blocks.
        keydown: (view, event) =>
          view.state.selection instanceof WideSelection && event.shiftKey && MOVES.has(event.key),
        mousedown: chooseUpTo,
        compositionstart: (view) => void remove(view),
        beforeinput: (view, event) => {
          if (!event.inputType.startsWith("delete") || !remove(view)) return false;
          event.preventDefault();
          return true;
        },
      },
    },
  });
}

function isWide(layout: ChunkLayout, from: number, to: number): boolean {
  return layout.chunkAt(to, -1) - layout.chunkAt(from) >= WIDE;
}

/** Marks the chunks that are chosen from their beginning to their end. */
function showChosen(view: EditorView, before: { selection: Selection }): void {
  const { selection } = view.state;
  const wide = selection instanceof WideSelection;
  if (!wide && !(before.selection instanceof WideSelection)) return;
  const first = wide ? chunksBefore(selection.$from) : Infinity;
  const last = wide ? chunksBefore(selection.$to) : -Infinity;
  chunkElements(view.dom).forEach((chunk, i) => chunk.toggleAttribute("data-chosen", i > first && i < last));
}
