import { whenIdle } from "../browser/when-idle";
import { chunkElements } from "./chunk-view";

interface Drawing {
  /** The chunks to be drawn next, by number; none when all are. */
  nextToDraw(): readonly number[];
  draw(indexes: readonly number[]): void;
}

/** Chunks this near to what is in view are drawn at once. */
const NEAR = "1500px";
/** Time one needs for the chunks that are drawn next, at most, in milliseconds. */
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
    for (const chunk of chunkElements(this.dom))
      if (chunk.dataset.undrawn !== undefined) this.observer.observe(chunk);
    this.drawRest();
  }

  stop(): void {
    this.observer.disconnect();
    this.giveUp();
  }

  private near(entries: readonly IntersectionObserverEntry[]): void {
    const near = entries.filter((entry) => entry.isIntersecting && entry.target.isConnected);
    if (near.length === 0) return;
    const chunks = chunkElements(this.dom);
    this.drawing.draw(near.map(({ target }) => chunks.findIndex((chunk) => chunk === target)));
  }

  private drawRest(): void {
    this.giveUp = whenIdle((timeLeft) => {
      do {
        const next = this.drawing.nextToDraw();
        if (next.length === 0) return this.observer.disconnect();
        this.drawing.draw(next);
      } while (timeLeft() > TIME);
      this.drawRest();
    });
  }
}
