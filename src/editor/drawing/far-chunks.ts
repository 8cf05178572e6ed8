import { whenIdle } from "../when-idle";

interface Drawing {
  /** The chunk to be drawn next, by number; null when all are. */
  nextToDraw(): number | null;
  draw(indexes: readonly number[]): void;
}

/** Chunks this near to what is in view are drawn at once. */
const NEAR = "1500px";
/** Time one needs for a chunk, at the most, in milliseconds. */
const TIME = 8;

/**
 * Draws the chunks that were left out at opening or by a large change: those that come near to view at once, the others
 * when there is time.
 */
export class FarChunks {
  private readonly observer: IntersectionObserver;
  private giveUp = () => {};

  constructor(
    private readonly dom: HTMLElement,
    scroller: HTMLElement | null,
    private readonly drawing: Drawing,
  ) {
    this.observer = new IntersectionObserver((entries) => this.near(entries), {
      root: scroller,
      rootMargin: `${NEAR} 0px`,
    });
    this.more();
  }

  /** There may be others to draw. */
  more(): void {
    this.giveUp();
    for (const chunk of this.dom.children)
      if ((chunk as HTMLElement).dataset.undrawn !== undefined) this.observer.observe(chunk);
    this.drawRest();
  }

  stop(): void {
    this.observer.disconnect();
    this.giveUp();
  }

  private near(entries: readonly IntersectionObserverEntry[]): void {
    const chunks = [...this.dom.children];
    const indexes = entries
      .filter((entry) => entry.isIntersecting && entry.target.isConnected)
      .map((entry) => chunks.indexOf(entry.target));
    if (indexes.length > 0) this.drawing.draw(indexes);
  }

  private drawRest(): void {
    this.giveUp = whenIdle((timeLeft) => {
      do {
        const next = this.drawing.nextToDraw();
        if (next === null) return this.observer.disconnect();
        this.drawing.draw([next]);
      } while (timeLeft() > TIME);
      this.drawRest();
    });
  }
}
