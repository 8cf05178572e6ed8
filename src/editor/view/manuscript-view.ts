import { documentDirection, isKind, settingsOf } from "@/core/document";
import { dropCursor } from "prosemirror-dropcursor";
import { gapCursor } from "prosemirror-gapcursor";
import { EditorState, type Plugin, NodeSelection, type Transaction } from "prosemirror-state";
import { tableEditing } from "prosemirror-tables";
import { EditorView } from "prosemirror-view";
import type { DocumentChange } from "../parts/document-change";
import { EquationView } from "../node-views/equation-view";
import { FigureView } from "../node-views/figure-view";
import { NoteView } from "../node-views/note-view";
import { PictureView } from "../node-views/picture-view";
import { ComputationView } from "../node-views/computation-view";
import { ReferenceView } from "../node-views/reference-view";
import { glowDecorations } from "../plugins/glow";
import { linkedRangeDecorations } from "../plugins/linked-range";
import { matchDecorations } from "../plugins/matches";
import { caretDecorations } from "../plugins/others-carets";
import { PageMarks, pageDecorations } from "../plugins/page-starts";
import type { Range } from "../plugins/mapped-range";
import { toDocumentTransaction } from "./to-document-transaction";
import { browserEvents } from "./browser-events";
import { BundleView } from "./bundle-view";
import { ChunkLayout } from "./chunk-layout";
import { ChunkView } from "./chunk-view";
import { clipboardProps } from "./clipboard";
import { commandView, type Drawn } from "./command-view";
import { ContentsViews } from "./contents-views";
import { DocumentDecorations } from "./document-decorations";
import { ChunkDecorations } from "./chunk-decorations";
import { FarChunks } from "./far-chunks";
import { hideFromReact } from "./hide-from-react";
import type { ManuscriptHost } from "./manuscript-host";
import { AccessibleNames } from "./accessible-names";
import { PaintedNow } from "./painted-now";
import { ParagraphNumbers } from "./paragraph-numbers";
import { positionAt } from "./position-at";
import { RangeEnds } from "./range-ends";
import { TextScroller, type Place } from "./text-scroller";
import { typeText } from "./type-text";
import { typeLetter } from "./type-letter";
import { watchInView } from "./watch-in-view";
import { upPastPageMark } from "./up-past-page-mark";
import { chosenInDrawing, wideChoice, wideDecorations } from "./wide-choice";

/** At opening so many blocks are drawn at once, around the place that is shown first. */
const CHUNKS_PER_BATCH = 40;
/** How many chunks are drawn together when there is time. */
const DRAWN_WHEN_IDLE = 4;

/**
 * The manuscript drawn in an element. The session's state is flat; what is on the screen are its blocks in chunks, so that
 * the browser's work for a keystroke does not grow with the document. All positions at this face are the document's.
 */
export class ManuscriptView {
  private readonly view: EditorView;
  private layout: ChunkLayout;
  private shown: EditorState;
  private documentDecorations: DocumentDecorations;
  private readonly chunkDecorations = new ChunkDecorations();
  private readonly pageMarks = new PageMarks();
  private readonly contents: ContentsViews;
  /** Where things stand on the screen, and how they are brought into view. */
  readonly scroller: TextScroller;
  private readonly far: FarChunks;
  private readonly unwatch: () => void;
  private inView: Range = { from: 0, to: 0 };
  private readonly painted = new PaintedNow();
  private readonly paragraphNumbers = new ParagraphNumbers();
  private readonly rangeEnds: RangeEnds;
  private readonly names: AccessibleNames;
  /** The view's own transaction, while the document's state is told of it. */
  private under: Transaction | null = null;

  /** `at`: the position that is shown first. */
  constructor(
    element: HTMLElement,
    private readonly host: ManuscriptHost,
    at = 0,
  ) {
    this.shown = host.state;
    const first = host.state.doc.resolve(Math.min(at, host.state.doc.content.size)).index(0);
    this.layout = ChunkLayout.of(
      host.state.doc,
      (start, end) => start <= first + CHUNKS_PER_BATCH && end >= first - CHUNKS_PER_BATCH / 4,
    );
    this.documentDecorations = DocumentDecorations.of(host.index, host, host.jumps.byReturn);
    this.contents = new ContentsViews(host, () => this.view.focus());
    this.rangeEnds = new RangeEnds(host, (left, top) => this.posAt(left, top));
    const drawn: Drawn = {
      state: () => host.state,
      dispatch: (tr) => host.dispatch(tr),
      layout: () => this.layout,
    };
    const clipboard = clipboardProps(host, {
      ...drawn,
      commands: () => this.forCommands,
      posAt: (left, top) => this.posAt(left, top),
    });
    this.view = new EditorView(element, {
      ...clipboard,
      state: EditorState.create({
        doc: this.layout.drawn,
        plugins: [
          wideChoice(drawn),
          upPastPageMark(),
          drawnTables(),
          dropCursor({ color: "var(--tide)", width: 2 }),
          gapCursor(),
        ],
      }),
      dispatchTransaction: (tr) => this.take(tr),
      decorations: () =>
        this.chunkDecorations.of(this.layout, this.documentDecorations, [
          ...linkedRangeDecorations(host.state),
          ...glowDecorations(host.state),
          ...caretDecorations(host.state),
          ...matchDecorations(host.state, this.inView),
          ...this.rangeEnds.decorations(),
          ...pageDecorations(host.pages, host.state.doc, this.inView, this.pageMarks),
          // The view asks for the first time while it is made.
          ...((this.view as EditorView | undefined)
            ? wideDecorations(this.view.state.selection, this.layout)
            : []),
        ]),
      attributes: () => ({
        class: "manuscript",
        role: "textbox",
        lang: settingsOf(host.state.doc).language,
        dir: documentDirection(host.state.doc),
        "aria-multiline": "true",
        "aria-label": "Manuscript",
        "aria-describedby": "about-manuscript",
        tabindex: "0",
        spellcheck: "true",
      }),
      nodeViews: {
        bundle: (node) => new BundleView(node),
        chunk: (node) => new ChunkView(node),
        contents_list: (node) => this.contents.create(node),
        figure: (node, _view, getPos) => new FigureView(node, () => this.chooseBlock(getPos())),
        equation: (node) => new EquationView(node),
        formula: (node) => new EquationView(node),
        picture: (node) => new PictureView(node),
        note: (node) => new NoteView(node),
        cross_reference: (node, _view, _pos, decorations) => new ReferenceView(node, decorations),
        computation: (node, _view, _pos, decorations) => new ComputationView(node, decorations),
      },
      handleDOMEvents: { ...clipboard.handleDOMEvents, ...browserEvents(drawn) },
      handleClick: (_view, pos, event) => host.click(this.layout.toDocument(pos), event),
      handleKeyDown: (_view, event) => {
        // A click may have moved the caret a moment ago, and the browser tells of it later than of the key.
        if (!this.view.composing) this.settle();
        return (
          host.linkByPointing.key(event) ||
          host.recentTargets.keyDown(event) ||
          this.entersList(event) ||
          this.keyOfPlugins(event)
        );
      },
      handleKeyPress: (view, event) =>
        typeLetter(view, event, (text, at) =>
          host.dispatch(host.state.tr.insertText(text, this.layout.toDocument(at)).scrollIntoView()),
        ),
      handleScrollToSelection: () => this.scroller.caretIsInView,
      handleTextInput: (view, from, to, text) =>
        typeText(
          host,
          this.layout,
          { $from: view.state.doc.resolve(from), $to: view.state.doc.resolve(to) },
          text,
        ),
    });
    hideFromReact(this.view.dom);
    this.scroller = new TextScroller(host, {
      view: this.view,
      layout: () => this.layout,
      ensureDrawn: (pos) => this.ensureDrawn(pos),
      paintNow: (pos, behind) => this.paintNow(pos, behind),
    });
    this.names = new AccessibleNames(this.view, host, () => this.chunksInView());
    this.forCommands = commandView(this.view, drawn);
    this.far = new FarChunks(this.view.dom, this.scroller.element, {
      nextToDraw: () => this.nextToDraw(),
      draw: (indexes) => this.drawChunks(indexes),
    });
    const tr = this.view.state.tr;
    this.choose(tr);
    this.view.updateState(this.view.state.apply(tr));
    this.paintCaret();
    this.host.drawnChanged(this.drawnShare);
    this.paragraphNumbers.show(host.decorations.paragraphNumbers, this.layout.drawn, this.view.dom);
    this.unwatch = watchInView(
      this.view.dom,
      this.scroller.element,
      (left, top) => this.layout.toDocument(positionAt(this.view, left, top)),
      (part) => {
        this.inView = part;
        this.names.soon();
        host.inViewChanged(part);
      },
    );
  }

  /** The view as commands of the editor take it: with the document's state and positions. */
  readonly forCommands: EditorView;

  /** Draws the state of the session as it now is; `change` is how its document differs from what is shown. */
  update(change: DocumentChange | null): void {
    const { state, index } = this.host;
    const before = this.shown;
    this.shown = state;
    const step = change && this.layout.changeTo(state.doc, change.run);
    const drawn = this.view.state;
    const tr = drawn.tr;
    if (step) tr.step(step);
    this.layout = this.layout.with(tr.doc);
    this.ensureDrawnIn(tr, state.selection.head, state.selection.anchor);
    this.documentDecorations = this.documentDecorations.after(index, this.host, change);
    this.choose(tr);
    if (state.storedMarks !== tr.storedMarks) tr.setStoredMarks(state.storedMarks);
    const scroll = state.scrollToSelection > before.scrollToSelection;
    if (scroll) tr.scrollIntoView();
    if (this.under) copyPluginNotes(this.under, tr);
    this.view.updateState(drawn.apply(tr));
    this.paintCaret();
    this.names.soon(change?.names === false ? "fresh" : "all");
    // The view scrolls only while the keyboard is in it, which a menu may have had.
    if (scroll && !this.view.hasFocus()) this.scroller.reveal(state.selection.from, 0);
    // A large change is drawn where it is seen, and elsewhere when there is time.
    if (step && step.slice.content.childCount > 1 && this.drawnShare < 1) {
      this.far.more();
      this.host.drawnChanged(this.drawnShare);
    }
    if (change ? change.headings || change.places : this.contents.areOutdated) this.contents.draw();
    else if (change) this.contents.drawCards();
    this.paragraphNumbers.show(this.host.decorations.paragraphNumbers, this.layout.drawn, this.view.dom);
  }

  /**
   * Takes in what the browser has changed but not told yet. Drawing over it would put the selection back to where it was,
   * in the middle of a drag.
   */
  settle(): void {
    const { domObserver } = this.view;
    domObserver.forceFlush();
    domObserver.flush();
  }

  /** Brings the keyboard here. Where it is already, the caret may have moved by a key that the browser has not told of yet. */
  focus(): void {
    if (!this.view.hasFocus()) this.view.focus();
  }

  destroy(): void {
    this.unwatch();
    this.names.stop();
    this.far.stop();
    this.contents.clear();
    this.view.destroy();
  }

  /** What stands first in the window, and how many pixels below its upper edge; null where nothing is shown. */
  get place(): Place | null {
    return this.scroller.placeOf(this.inView.from);
  }

  // What is done in the view

  /** Has the chunk at a position painted in the very next frame; or the one so many chunks behind it, if there is one. */
  private paintNow(pos: number, behind = 0): HTMLElement | null {
    const index = this.layout.chunkAt(pos) + behind;
    if (index < 0 || index >= this.layout.chunkCount) return null;
    const chunk = this.chunkElement(index);
    this.painted.paint(chunk);
    this.painted.paint(chunk.parentElement!);
    return chunk;
  }

  /** Has the chunk painted in which the caret is, for as long as it is there. */
  private paintCaret(): void {
    const chunk = this.chunkElement(this.layout.chunkAt(this.shown.selection.head));
    this.painted.hold([chunk, chunk.parentElement!]);
  }

  /** The chunks that are laid out around what is in view. */
  private chunksInView(): readonly HTMLElement[] {
    const last = Math.min(this.layout.chunkAt(this.inView.to) + 1, this.layout.chunkCount - 1);
    const first = Math.max(this.layout.chunkAt(this.inView.from) - 1, 0);
    return Array.from({ length: last - first + 1 }, (_, i) => this.chunkElement(first + i));
  }

  private chunkElement(index: number): HTMLElement {
    const chunk = this.view.nodeDOM(this.layout.drawnStartOf(index));
    if (!(chunk instanceof HTMLElement)) throw new RangeError("there is no such chunk");
    return chunk;
  }

  /** Does to the document what the view did to its drawing. */
  private take(tr: Transaction): void {
    this.under = tr;
    try {
      if (tr.getMeta("uiEvent") === "cut") {
        const { state } = this.host;
        this.host.dispatch(state.tr.deleteSelection().scrollIntoView().setMeta("uiEvent", "cut"));
      } else this.host.dispatch(toDocumentTransaction(tr, this.host.state));
    } finally {
      this.under = null;
    }
  }

  private chooseBlock(drawnPos: number | undefined): void {
    if (drawnPos === undefined) return;
    const { doc, tr } = this.host.state;
    this.host.dispatch(tr.setSelection(NodeSelection.create(doc, this.layout.toDocument(drawnPos))));
    this.view.focus();
  }

  /** Enter or Space on a chosen list leads to its entries, which are led to by the same keys. */
  private entersList({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
    const { selection } = this.host.state;
    if ((key !== "Enter" && key !== " ") || ctrlKey || metaKey || altKey) return false;
    if (!(selection instanceof NodeSelection) || !isKind(selection.node, "contents_list")) return false;
    const dom = this.view.nodeDOM(this.view.state.selection.from);
    this.contents.enter(dom);
    return true;
  }

  private keyOfPlugins(event: KeyboardEvent): boolean {
    return this.host.state.plugins.some(
      (plugin) => plugin.props.handleKeyDown?.call(plugin, this.forCommands, event) ?? false,
    );
  }

  private posAt(left: number, top: number): number | null {
    const found = this.view.posAtCoords({ left, top });
    return found && this.layout.toDocument(found.pos);
  }

  // What is drawn

  /** Draws the chunk at a position and those beside it. */
  ensureDrawn(pos: number): void {
    const index = this.layout.chunkAt(pos);
    this.drawChunks([index - 1, index, index + 1]);
  }

  /** Selects in the drawing what is selected in the document. */
  private choose(tr: Transaction): void {
    const { selection } = this.host.state;
    const drawn = chosenInDrawing(selection, this.layout, tr, this.view.state.selection);
    if (!drawn.eq(tr.selection)) tr.setSelection(drawn);
  }

  private ensureDrawnIn(tr: Transaction, ...positions: number[]): void {
    const wanted = positions.map((pos) => this.layout.chunkAt(pos));
    this.layout = this.layout.with(drawing(tr, this.layout, wanted).doc);
  }

  private drawChunks(indexes: readonly number[]): void {
    if (!indexes.some((index) => this.layout.isLeftOut(index))) return;
    this.settle();
    const tr = drawing(this.view.state.tr, this.layout, indexes);
    if (!tr.docChanged) return;
    this.layout = this.layout.with(tr.doc);
    this.choose(tr);
    this.view.updateState(this.view.state.apply(tr));
    this.host.drawnChanged(this.drawnShare);
  }

  private get drawnShare(): number {
    return this.layout.drawnCount / this.layout.chunkCount;
  }

  /** The chunks that are drawn next when there is time: the nearest after what is in view, then what is before it. */
  private nextToDraw(): readonly number[] {
    const { layout } = this;
    const here = layout.chunkAt(this.inView.from);
    const next: number[] = [];
    for (let i = here; i < layout.chunkCount && next.length < DRAWN_WHEN_IDLE; i++)
      if (layout.isLeftOut(i)) next.push(i);
    for (let i = here - 1; i >= 0 && next.length < DRAWN_WHEN_IDLE; i--)
      if (layout.isLeftOut(i)) next.push(i);
    return next;
  }
}

/** Marks chunks as drawn. */
function drawing(tr: Transaction, layout: ChunkLayout, indexes: readonly number[]): Transaction {
  for (const index of indexes)
    if (layout.isLeftOut(index)) tr.setNodeAttribute(layout.drawnStartOf(index), "drawn", true);
  return tr;
}

/** Tables as they are selected and drawn; the document's state straightens them. */
function drawnTables(): Plugin {
  const plugin = tableEditing();
  delete plugin.spec.appendTransaction;
  return plugin;
}

/** Notes by which plugins of the view remember something, such as where a drag over cells began. */
function copyPluginNotes(from: Transaction, to: Transaction): void {
  const meta: Record<string, unknown> = Reflect.get(from, "meta");
  for (const [key, value] of Object.entries(meta)) if (/\$\d*$/.test(key)) to.setMeta(key, value);
}
