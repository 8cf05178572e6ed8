import type { Resources } from "../resources";
import type { Tag } from "../flow";
import type { Box, DrawnItem, DrawnLink, DrawnTarget } from "./page-drawing";

/** Words of a link in one line, with where they come when they are read. */
interface DrawnWords {
  readonly words: string;
  readonly at: number;
}

interface PennedLink {
  readonly target: DrawnTarget;
  /** Its words, line by line, as they stand from left to right. */
  readonly lines: DrawnWords[][];
  readonly boxes: Box[];
  readonly tag: Tag | null;
  readonly key: string;
}

/** Gathers what is drawn on a page. */
export class Pen {
  readonly items: DrawnItem[] = [];
  private readonly links: PennedLink[] = [];

  /** While it is set, what is drawn belongs to no part of the structure: it stands somewhere else already. */
  repeats = false;

  constructor(readonly resources: Resources) {}

  draw(item: DrawnItem): void {
    this.items.push(this.repeats && item.kind === "words" ? { ...item, tag: null } : item);
  }

  /**
   * A box of a link; one that goes on with the same target in the same text is the same link.
   * @param at Where the words come in their line when it is read; what is read from right to left is drawn in another order.
   * @returns the link's number on the page.
   */
  link(target: DrawnTarget, words: string, box: Box, tag: Tag | null, key: string, at = 0): number {
    const last = this.links.at(-1);
    if (last && last.key === key) {
      const before = last.boxes.at(-1)!;
      if (sameLine(before, box)) last.lines.at(-1)!.push({ words, at });
      else last.lines.push([{ words, at }]);
      // The words of a button are within its own box.
      if (last.boxes.some((whole) => isWithin(box, whole))) return this.links.length - 1;
      if (sameLine(before, box) && Math.abs(before.x + before.width - box.x) < 1)
        last.boxes[last.boxes.length - 1] = {
          x: before.x,
          y: Math.min(before.y, box.y),
          width: box.x + box.width - before.x,
          height: Math.max(before.y + before.height, box.y + box.height) - Math.min(before.y, box.y),
        };
      else last.boxes.push(box);
    } else this.links.push({ target, lines: [[{ words, at }]], boxes: [box], tag, key });
    return this.links.length - 1;
  }

  get drawnLinks(): DrawnLink[] {
    return this.links.map(({ target, lines, boxes, tag }) => ({ target, words: wordsOf(lines), boxes, tag }));
  }
}

/** The words of lines as they are read, with a space where one ends. */
function wordsOf(lines: readonly (readonly DrawnWords[])[]): string {
  let all = "";
  for (const line of lines) {
    const words = [...line].sort((a, b) => a.at - b.at).reduce((before, piece) => before + piece.words, "");
    all += all === "" || all.endsWith(" ") || words.startsWith(" ") ? words : ` ${words}`;
  }
  return all;
}

function isWithin(box: Box, whole: Box): boolean {
  return (
    box.x >= whole.x &&
    box.y >= whole.y &&
    box.x + box.width <= whole.x + whole.width &&
    box.y + box.height <= whole.y + whole.height
  );
}

function sameLine(a: Box, b: Box): boolean {
  return Math.abs(a.y + a.height - b.y - b.height) < a.height / 2;
}
