import type { EditorView } from "prosemirror-view";
import { partitionPoint } from "@/core/order";

/**
 * The position of a drawing that stands at a point of the screen: in words the letter there, between blocks the beginning of the
 * next one. The block is found by where the boxes of bundles, chunks and blocks end: the browser finds nothing under a point of a part that it has
 * not painted yet, or is about to paint again.
 */
export function positionAt(view: EditorView, left: number, top: number): number {
  const { doc } = view.state;
  const chunk = partAt(partAt(view.dom, top), top);
  const start = view.posAtDOM(chunk, 0);
  const { parent: blocks } = doc.resolve(start);
  let before = start;
  for (const block of blocks.content.content) {
    const after = before + block.nodeSize;
    const element = view.nodeDOM(before);
    // What is not drawn yet has no element.
    const box = element instanceof HTMLElement ? element.getBoundingClientRect() : null;
    if (box && box.bottom > top) {
      if (box.top >= top) return before;
      const found = view.posAtCoords({ left, top })?.pos;
      return found !== undefined && found >= before && found <= after ? found : before;
    }
    before = after;
  }
  return chunk.getBoundingClientRect().bottom > top ? start : before;
}

/** The first of an element's parts that ends below a point, or the last; they stand one below the other. */
function partAt({ children }: Element, top: number): Element {
  const past = partitionPoint(
    children.length,
    (i) => children.item(i)!.getBoundingClientRect().bottom <= top,
  );
  return children.item(Math.min(past, children.length - 1))!;
}
