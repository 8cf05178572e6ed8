import { NO_GROUNDS, type Ground, type SetNote, type Strip, type Tag, type TextContent } from "./flow";
import type { SetText } from "./text/set-text";
import { positionAt } from "./text/text-source";

/** Where the lines of a text stand: what they share. Lengths are points. */
export interface LinesPlace {
  readonly x: number;
  readonly tag: Tag;
  /** Position of the content's beginning, counted from the block's start. */
  readonly start: number;
}

/**
 * A line of a text as a strip, and the content of that. A long document has a hundred thousand, so that a line holds nothing that
 * its text tells as well.
 */
export class TextLine implements Strip, TextContent {
  constructor(
    readonly text: SetText,
    readonly line: number,
    private readonly place: LinesPlace,
    readonly notes: readonly SetNote[],
  ) {}

  get kind(): "text" {
    return "text";
  }

  get content(): TextContent {
    return this;
  }

  get gap(): number {
    return 0;
  }

  get height(): number {
    return this.text.lines[this.line]!.height;
  }

  /** No line stands alone at the foot or the head of a page. */
  get free(): boolean {
    return this.line === 0 || (this.line >= 2 && this.text.lines.length - this.line >= 2);
  }

  get start(): number {
    const { start } = this.place;
    return this.line === 0 ? start : positionAt(this.text.source, this.text.lines[this.line]!.from, start);
  }

  get x(): number {
    return this.place.x;
  }

  get y(): number {
    return 0;
  }

  get grounds(): readonly Ground[] {
    return NO_GROUNDS;
  }

  get tag(): Tag {
    return this.place.tag;
  }
}
