/**
 * Parts of a drawing that are painted in the very next frame. Left to itself the browser paints one only a frame after it came into view, and
 * puts what is typed before that beside the block that holds the caret.
 */
export class PaintedNow {
  /** How often each was asked for. */
  private readonly asked = new WeakMap<HTMLElement, number>();
  private kept: readonly HTMLElement[] = [];

  /**
   * Has parts painted until others are held. A part that is given back is not painted for a frame, even in view: what is typed
   * in it then would stand behind the caret.
   */
  hold(parts: readonly HTMLElement[]): void {
    const before = this.kept;
    this.kept = parts;
    for (const part of [...before, ...parts])
      if (!(before.includes(part) && parts.includes(part))) this.paint(part);
  }

  /** Has a part painted for two frames. Who asks last decides for how long: given back to the browser in the middle of a scroll, it would be
   * passed over in the search for what is in view. */
  paint(part: HTMLElement): void {
    const turn = (this.asked.get(part) ?? 0) + 1;
    this.asked.set(part, turn);
    part.style.contentVisibility = "visible";
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        if (this.asked.get(part) === turn && !this.kept.includes(part)) part.style.contentVisibility = "";
      }),
    );
  }
}
