import type { DocumentChange } from "../parts/document-change";
import type { ManuscriptHost } from "../view/manuscript-host";
import { ManuscriptView } from "../view/manuscript-view";
import type { Place } from "../view/text-scroller";
import { Observable } from "./observable";

/** The manuscript on the screen, while it is there: what of it is in view and drawn, and where it is to stand when it is shown again. */
export class Viewport extends Observable {
  /** The part of the document in view, as positions. */
  inView: { readonly from: number; readonly to: number } = { from: 0, to: 0 };
  /** How much of the manuscript is drawn, from 0 to 1. */
  drawnShare = 1;
  /** Whether the manuscript has been on the screen. */
  wasShown = false;
  private view: ManuscriptView | null = null;
  private next: Place | null = null;

  /** Shows the manuscript in an element; answers how to take it away again. */
  mount(element: HTMLElement, host: ManuscriptHost): () => void {
    const { doc, selection } = host.state;
    const view = new ManuscriptView(element, host, this.next?.pos ?? selection.head);
    this.view = view;
    this.wasShown = true;
    const place = this.next;
    this.next = null;
    if (place) this.scrollTo(Math.min(place.pos, doc.content.size), place.below);
    return () => {
      this.view = null;
      view.destroy();
    };
  }

  /** The manuscript leaves the screen now; it will come back as it stands. */
  leave(): void {
    this.next ??= this.view?.place ?? null;
  }

  /** Says where the manuscript stands when it is shown first. */
  beginAt(place: Place): void {
    this.next = place;
  }

  /** What commands get as the view; undefined while the manuscript is not shown. */
  get forCommands() {
    return this.view?.forCommands;
  }

  readonly focus = (): void => this.view?.focus();

  /** Brings the state up to what was just typed or selected on the screen. */
  readonly settle = (): void => this.view?.settle();

  /** Draws the newest state; `change` is how the document differs from what is shown. */
  draw(change: DocumentChange | null): void {
    this.view?.update(change);
  }

  /** Brings a position to so many pixels below the upper edge of the window, or to where jumps land; the keyboard goes to the text. */
  readonly scrollTo = (pos: number, below?: number): void => {
    const place = { pos, ...(below !== undefined && { below }) };
    if (!this.view) this.next = place;
    else {
      this.view.scroller.scrollTo(place);
      this.view.focus();
    }
  };

  /** Brings a position into view below what covers so many pixels of the text; the keyboard stays where it is. */
  reveal(pos: number, covered: number): void {
    this.view?.scroller.reveal(pos, covered);
  }

  /** Where a position stands on the screen, or null while the manuscript is not shown. */
  coordsAt(pos: number): { left: number; top: number; bottom: number } | null {
    return this.view?.scroller.coordsAt(pos) ?? null;
  }

  readonly drawnChanged = (share: number): void => {
    this.drawnShare = share;
    this.notify();
  };

  inViewChanged(part: { readonly from: number; readonly to: number }): void {
    this.inView = part;
    this.notify();
  }
}
