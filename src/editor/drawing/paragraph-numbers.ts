import type { Node } from "prosemirror-model";
import { paragraphsIn } from "@/core/destinations";

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
    drawing.forEach((chunk, _pos, i) => {
      const drawn = element.children[i];
      const first = String(before);
      if (drawn instanceof HTMLElement && drawn.style.getPropertyValue("--paragraphs") !== first)
        drawn.style.setProperty("--paragraphs", first);
      let own = this.counts.get(chunk);
      if (own === undefined) this.counts.set(chunk, (own = paragraphsIn(chunk)));
      before += own;
    });
  }
}
