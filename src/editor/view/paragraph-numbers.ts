import type { Node } from "prosemirror-model";
import { paragraphsIn } from "@/core/index";
import { chunkElements } from "./chunk-view";

/** The numbers of paragraphs in the margin: each chunk is told how many stand before it; within it the browser counts on. */
export class ParagraphNumbers {
  private shown = false;
  private readonly counts = new WeakMap<Node, number>();

  /** Shows them on the element of a drawing, or no more. */
  show(shown: boolean, drawing: Node, element: HTMLElement): void {
    if (!shown && !this.shown) return;
    this.shown = shown;
    element.toggleAttribute("data-numbered", shown);
    if (!shown) return;
    let before = 0;
    const elements = chunkElements(element);
    const chunks = drawing.content.content.flatMap(({ content }) => content.content);
    for (const [i, chunk] of chunks.entries()) {
      const first = String(before);
      if (elements[i] && elements[i].style.getPropertyValue("--paragraphs") !== first)
        elements[i].style.setProperty("--paragraphs", first);
      let own = this.counts.get(chunk);
      if (own === undefined) this.counts.set(chunk, (own = paragraphsIn(chunk)));
      before += own;
    }
  }
}
