import type { Resources } from "../resources";
import type { Tag } from "../flow";
import type { Box, DrawnItem, DrawnLink, DrawnTarget } from "./page-drawing";

/** Gathers what is drawn on a page. */
export class Pen {
  readonly items: DrawnItem[] = [];
  readonly links: { target: DrawnTarget; words: string; boxes: Box[]; tag: Tag | null; key: string }[] = [];

  /** While it is set, what is drawn belongs to no part of the structure: it stands somewhere else already. */
  repeats = false;

  constructor(readonly resources: Resources) {}

  draw(item: DrawnItem): void {
    this.items.push(this.repeats && item.kind === "words" ? { ...item, tag: null } : item);
  }

  /**
   * A box of a link; one that goes on with the same target in the same text is the same link.
   * @returns the link's number on the page.
   */
  link(target: DrawnTarget, words: string, box: Box, tag: Tag | null, key: string): number {
    const last = this.links.at(-1);
    if (last && last.key === key) {
      last.words +=
        last.words.endsWith(" ") || words.startsWith(" ")
          ? words
          : (sameLine(last.boxes.at(-1)!, box) ? "" : " ") + words;
      const before = last.boxes.at(-1)!;
      if (sameLine(before, box) && Math.abs(before.x + before.width - box.x) < 1)
        last.boxes[last.boxes.length - 1] = {
          x: before.x,
          y: Math.min(before.y, box.y),
          width: box.x + box.width - before.x,
          height: Math.max(before.y + before.height, box.y + box.height) - Math.min(before.y, box.y),
        };
      else last.boxes.push(box);
    } else this.links.push({ target, words, boxes: [box], tag, key });
    return this.links.length - 1;
  }

  get drawnLinks(): DrawnLink[] {
    return this.links.map(({ target, words, boxes, tag }) => ({ target, words, boxes, tag }));
  }
}

function sameLine(a: Box, b: Box): boolean {
  return Math.abs(a.y + a.height - b.y - b.height) < a.height / 2;
}
