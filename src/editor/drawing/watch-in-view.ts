import type { EditorView } from "prosemirror-view";
import type { Range } from "../plugins/mapped-range";

/** Tells which part of a document is in view, once a frame at the most; answers how to end that. */
export function watchInView(
  view: EditorView,
  scroller: HTMLElement | null,
  tell: (part: Range) => void,
): () => void {
  if (!scroller) return () => {};
  let asked = false;
  let told: Range = { from: 0, to: 0 };
  const look = () => {
    asked = false;
    if (view.isDestroyed) return;
    const box = scroller.getBoundingClientRect();
    const left = view.dom.getBoundingClientRect().left + 120;
    const from = view.posAtCoords({ left, top: box.top + 8 })?.pos ?? 0;
    const to = view.posAtCoords({ left, top: box.bottom - 8 })?.pos ?? view.state.doc.content.size;
    if (from === told.from && to === told.to) return;
    told = { from, to };
    tell(told);
  };
  const ask = () => {
    if (!asked) requestAnimationFrame(look);
    asked = true;
  };
  scroller.addEventListener("scroll", ask, { passive: true });
  const observer = new ResizeObserver(ask);
  observer.observe(scroller);
  ask();
  return () => {
    scroller.removeEventListener("scroll", ask);
    observer.disconnect();
  };
}
