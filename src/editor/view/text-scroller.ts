import type { EditorView } from "prosemirror-view";
import type { ChunkLayout } from "./chunk-layout";
import type { ManuscriptHost } from "./manuscript-host";

/** A position, and how many pixels below the upper edge of the window it stands; its landing place, if it is not said. */
export interface Place {
  readonly pos: number;
  readonly below?: number;
}

/** The drawing of a text as far as scrolling has to do with it. */
export interface ScrolledDrawing {
  readonly view: EditorView;
  readonly layout: () => ChunkLayout;
  /** Draws what can be seen at a position. */
  ensureDrawn(pos: number): void;
  /** Has the chunk at a position painted in the very next frame; or the one so many chunks behind it, if there is one. */
  paintNow(pos: number, behind?: number): HTMLElement | null;
}

/** About as high as a line of text, in pixels. */
const LINE = 28;

/** Where positions of the document stand on the screen, and how they are brought into view. */
export class TextScroller {
  constructor(
    private readonly host: Pick<ManuscriptHost, "state">,
    private readonly drawing: ScrolledDrawing,
  ) {}

  /** What scrolls the text. */
  get element(): HTMLElement | null {
    return this.drawing.view.dom.closest<HTMLElement>("[data-scroller]");
  }

  /** Where a position stands on the screen, or null where it is not drawn. */
  coordsAt(pos: number): { left: number; top: number; bottom: number } | null {
    try {
      return this.drawing.view.coordsAtPos(this.drawing.layout().toDrawn(pos));
    } catch {
      return null;
    }
  }

  /** How high a position stands on the screen: a block by its upper edge, words by their line. */
  private topOf(pos: number): number | null {
    const { doc } = this.host.state;
    const { view, layout } = this.drawing;
    const at = Math.min(pos, doc.content.size);
    const element = doc.resolve(at).depth === 0 ? view.nodeDOM(layout().toDrawn(at)) : null;
    if (element instanceof HTMLElement) return element.getBoundingClientRect().top;
    return this.coordsAt(at)?.top ?? null;
  }

  /** Where a position is, with its distance from the upper edge of the window; null where nothing is shown. */
  placeOf(pos: number): Place | null {
    const scroller = this.element;
    const top = this.topOf(pos);
    return scroller && top !== null ? { pos, below: top - scroller.getBoundingClientRect().top } : null;
  }

  /**
   * Brings a position to so many pixels below the upper edge of the window, or to the landing place; at once, and looks once
   * more after the frame.
   */
  scrollTo({ pos, below }: Place): void {
    const scroller = this.element;
    if (!scroller) return;
    const goal = below ?? Math.min(120, scroller.clientHeight / 4);
    this.drawing.ensureDrawn(pos);
    const settle = () => {
      const top = this.topOf(pos);
      if (top !== null) scroller.scrollTop += top - scroller.getBoundingClientRect().top - goal;
    };
    const chunk = this.drawing.paintNow(pos)!.getBoundingClientRect();
    const place = this.topOf(pos) ?? chunk.top;
    // What stands beside it is seen too where the chunk does not fill the window.
    if (place - chunk.top < goal) this.drawing.paintNow(pos, -1);
    if (chunk.bottom - place < scroller.clientHeight - goal) this.drawing.paintNow(pos, 1);
    settle();
    requestAnimationFrame(settle);
  }

  /** Brings a position into view where it is not, below what covers so many pixels of the text. */
  reveal(pos: number, covered: number): void {
    const box = this.element?.getBoundingClientRect();
    if (!box) return;
    this.drawing.ensureDrawn(pos);
    const top = this.topOf(pos);
    if (top === null || top < box.top + covered || top > box.bottom - 2 * LINE)
      this.scrollTo({ pos, below: covered + 4 * LINE });
  }

  /**
   * Whether there is no need to scroll to the caret. The view itself would ask of all elements around it how they scroll; here
   * only code and tables do besides the manuscript, and to them it is left.
   */
  get caretIsInView(): boolean {
    const { view } = this.drawing;
    const { $head, empty } = view.state.selection;
    if (!empty || $head.depth !== 3 || $head.parent.type.spec.code) return false;
    const box = this.element?.getBoundingClientRect();
    const { top, bottom } = view.coordsAtPos($head.pos, 1);
    return box !== undefined && top >= box.top && bottom <= box.bottom;
  }
}
