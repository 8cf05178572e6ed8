import type { Range } from "../plugins/mapped-range";

/** Tells which part of a document is in view, once a frame at most; answers how to end that. */
export function watchInView(
  drawing: HTMLElement,
  scroller: HTMLElement | null,
  positionAt: (left: number, top: number) => number,
  onChange: (part: Range) => void,
): () => void {
  if (!scroller) return () => {};
  let asked = false;
  let ended = false;
  let last: Range = { from: 0, to: 0 };
  const look = () => {
    asked = false;
    if (ended) return;
    const box = scroller.getBoundingClientRect();
    const left = drawing.getBoundingClientRect().left + 120;
    const from = positionAt(left, box.top + 8);
    const to = positionAt(left, box.bottom - 8);
    if (from === last.from && to === last.to) return;
    last = { from, to };
    onChange(last);
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
    ended = true;
    scroller.removeEventListener("scroll", ask);
    observer.disconnect();
  };
}
