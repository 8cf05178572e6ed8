import type { EditorState, Transaction } from "prosemirror-state";
import { EditorView } from "prosemirror-view";
import type { DocumentIndex } from "@/core/destinations";
import type { DestinationId } from "@/core/document";
import { ContentsListView } from "../node-views/contents-list-view";
import { FigureView } from "../node-views/figure-view";
import { ownIds } from "../paste";

/** What the drawn manuscript needs of the session it shows. */
export interface ManuscriptHost {
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
  jumpTo(id: DestinationId): boolean;
  click(pos: number, event: MouseEvent): boolean;
  key(event: KeyboardEvent): boolean;
  takeFiles(data: DataTransfer | null): boolean;
  /** Another part of the document is in view. */
  inViewChanged(part: { from: number; to: number }): void;
}

/** The manuscript drawn in an element. All positions are those of the document. */
export class ManuscriptView {
  private readonly view: EditorView;
  private readonly contentsViews = new Set<ContentsListView>();
  private readonly unwatch: () => void;

  constructor(
    element: HTMLElement,
    private readonly host: ManuscriptHost,
  ) {
    this.view = new EditorView(element, {
      state: host.state,
      dispatchTransaction: (tr) => host.dispatch(tr),
      attributes: {
        class: "manuscript",
        role: "textbox",
        "aria-multiline": "true",
        "aria-label": "Manuscript",
        tabindex: "0",
        spellcheck: "true",
      },
      transformPasted: ownIds,
      nodeViews: {
        contents_list: (node) => {
          const list = new ContentsListView(node, (id) => void host.jumpTo(id));
          this.contentsViews.add(list);
          list.draw(host.index);
          return Object.assign(list, { destroy: () => this.contentsViews.delete(list) });
        },
        figure: (node) => new FigureView(node),
      },
      handleClick: (_view, pos, event) => host.click(pos, event),
      handleKeyDown: (_view, event) => host.key(event),
      handlePaste: (_view, event) => host.takeFiles(event.clipboardData),
      handleDrop: (_view, event, _slice, moved) => !moved && host.takeFiles(event.dataTransfer),
    });
    this.unwatch = this.watch();
  }

  /** The view as commands of the editor take it. */
  get forCommands(): EditorView {
    return this.view;
  }

  /** Draws the state of the session as it now is. */
  update(): void {
    this.view.updateState(this.host.state);
    for (const list of this.contentsViews) list.draw(this.host.index);
  }

  /**
   * Takes in what the browser has changed but not told yet. Drawing over it would put the selection back to where it was,
   * in the middle of a drag.
   */
  settle(): void {
    const { domObserver } = this.view as EditorView & {
      domObserver: { forceFlush(): void; flush(): void };
    };
    domObserver.forceFlush();
    domObserver.flush();
  }

  focus(): void {
    this.view.focus();
  }

  /** Where a position stands on the screen, or null where it is not drawn. */
  coordsAt(pos: number): { left: number; top: number; bottom: number } | null {
    try {
      return this.view.coordsAtPos(pos);
    } catch {
      return null;
    }
  }

  /** Brings a position to the upper part of the window, at once, and looks once more after the frame. */
  scrollTo(pos: number): void {
    const scroller = this.scroller;
    if (!scroller) return;
    const settle = () => {
      const top = this.topOf(pos);
      if (top !== null)
        scroller.scrollTop +=
          top - scroller.getBoundingClientRect().top - Math.min(120, scroller.clientHeight / 4);
    };
    settle();
    requestAnimationFrame(settle);
  }

  destroy(): void {
    this.unwatch();
    this.contentsViews.clear();
    this.view.destroy();
  }

  /** How high a position stands on the screen: a block by its upper edge, words by their line. */
  private topOf(pos: number): number | null {
    const { doc } = this.host.state;
    const at = Math.min(pos, doc.content.size);
    const element = doc.resolve(at).depth === 0 ? this.view.nodeDOM(at) : null;
    if (element instanceof HTMLElement) return element.getBoundingClientRect().top;
    return this.coordsAt(at)?.top ?? null;
  }

  private get scroller(): HTMLElement | null {
    return this.view.dom.closest<HTMLElement>("[data-scroller]");
  }

  /** Follows which part of the document is in view, once a frame at the most. */
  private watch(): () => void {
    const scroller = this.scroller;
    if (!scroller) return () => {};
    let asked = false;
    let seen = { from: 0, to: 0 };
    const look = () => {
      asked = false;
      if (this.view.isDestroyed) return;
      const box = scroller.getBoundingClientRect();
      const x = this.view.dom.getBoundingClientRect().left + 120;
      const from = this.view.posAtCoords({ left: x, top: box.top + 8 })?.pos ?? 0;
      const to =
        this.view.posAtCoords({ left: x, top: box.bottom - 8 })?.pos ?? this.host.state.doc.content.size;
      if (from === seen.from && to === seen.to) return;
      seen = { from, to };
      this.host.inViewChanged(seen);
    };
    const ask = () => {
      if (!asked) requestAnimationFrame(look);
      asked = true;
    };
    scroller.addEventListener("scroll", ask, { passive: true });
    const observer = new ResizeObserver(ask);
    observer.observe(scroller);
    ask();
    return () => {
      scroller.removeEventListener("scroll", ask);
      observer.disconnect();
    };
  }
}
