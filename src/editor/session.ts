import { dropCursor } from "prosemirror-dropcursor";
import { gapCursor } from "prosemirror-gapcursor";
import { history } from "prosemirror-history";
import { keymap } from "prosemirror-keymap";
import type { Node } from "prosemirror-model";
import { EditorState, NodeSelection, TextSelection, type Command, type Transaction } from "prosemirror-state";
import { tableEditing } from "prosemirror-tables";
import { EditorView } from "prosemirror-view";
import { schema, shortened, type DestinationId, type LinkTarget } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import type { ReturnLink } from "@/core/wayfinding";
import { insertBlock } from "./commands/blocks";
import { publishAnchors } from "./commands/bookmarks";
import { destinationAt, linkAt, linkRange } from "./commands/links";
import { Keeping, type KeepingState } from "./keeping";
import { manuscriptKeys } from "./keys";
import { ContentsListView } from "./node-views/contents-list-view";
import { FigureView } from "./node-views/figure-view";
import { ownIds } from "./paste";
import { derivedSigns } from "./plugins/derived-signs";
import { glow, glowPlugin } from "./plugins/glow";
import { heldRange, heldRangePlugin, hold } from "./plugins/held-range";
import { permanentIds } from "./plugins/permanent-ids";

/** A document as the server hands it out. */
export interface LoadedDocument {
  readonly version: number;
  readonly document: object;
}

/** A place one jumped from. */
interface TrailPlace {
  readonly pos: number;
  readonly label: string;
}

/** What the session tells its author, shown for a while. */
export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly undo: boolean;
}

/** Boxes that the interface opens over the manuscript. */
export type Box = "link" | "bookmark" | "jump";

const GLOW_TIME = 900;

/**
 * One document open in one window: the editor's state with its history, the index that follows it, and whether all is
 * kept. Only the editor holds the view; the interface subscribes and reads.
 */
export class Session {
  state: EditorState;
  index: DocumentIndex;
  /** Places one may go back to, the latest last. */
  trail: readonly TrailPlace[] = [];
  notice: Notice | null = null;
  /** The part of the document in view, as positions. */
  inView: { readonly from: number; readonly to: number } = { from: 0, to: 0 };

  private view: EditorView | null = null;
  private keeping: Keeping;
  private readonly listeners = new Set<() => void>();
  private readonly contentsViews = new Set<ContentsListView>();
  /** Where the manuscript is to stand when it is shown again. */
  private shownNext: number | null = null;
  private glowTimer: ReturnType<typeof setTimeout> | null = null;
  private viewWatcher: (() => void) | null = null;
  private readonly boxes = new Map<Box, () => void>();

  constructor(
    readonly id: string,
    loaded: LoadedDocument,
  ) {
    this.state = this.stateOf(schema.nodeFromJSON(loaded.document));
    this.index = indexDocument(this.state.doc);
    this.keeping = this.keepingOf(loaded.version);
  }

  // Reading

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  get kept(): KeepingState {
    return this.keeping.state;
  }

  get title(): string {
    return this.state.doc.attrs.title as string;
  }

  /** Where a position stands on the screen, or null while the manuscript is not shown. */
  coordsAt(pos: number): { left: number; top: number; bottom: number } | null {
    if (!this.view) return null;
    try {
      return this.view.coordsAtPos(pos);
    } catch {
      return null;
    }
  }

  // Changing

  dispatch = (tr: Transaction): void => {
    const { state, transactions } = this.state.applyTransaction(tr);
    this.state = state;
    const steps = transactions.flatMap((transaction) => transaction.steps);
    if (steps.length > 0) {
      this.index = indexDocument(state.doc, this.index);
      const mapping = transactions.map((transaction) => transaction.mapping);
      this.trail = this.trail.map((place) => ({
        ...place,
        pos: mapping.reduce((pos, map) => map.map(pos), place.pos),
      }));
      this.keeping.add(steps.map((step) => step.toJSON() as unknown));
    }
    this.view?.updateState(state);
    if (steps.length > 0) for (const view of this.contentsViews) view.draw(this.index);
    this.tell();
  };

  /** Runs a command of the editor; false when it does not apply here. The caret is back in the text afterwards. */
  run(command: Command, { focus = true } = {}): boolean {
    const done = command(this.state, this.dispatch, this.view ?? undefined);
    if (focus) this.view?.focus();
    return done;
  }

  /** Whether a command would do something here. */
  can(command: Command): boolean {
    return command(this.state, undefined, this.view ?? undefined);
  }

  focus(): void {
    this.view?.focus();
  }

  rename(title: string): void {
    if (title !== this.title) this.dispatch(this.state.tr.setDocAttribute("title", title));
  }

  /** Publishes anchors, all or of some destinations, so that addresses given away stay. */
  publish(only?: readonly DestinationId[]): void {
    const tr = publishAnchors(this.state.tr, this.index, only);
    if (tr) this.dispatch(tr);
  }

  /** Resolves once all that was done is on disk; rejects where that cannot be now. */
  whenKept(): Promise<void> {
    this.keeping.flush();
    return new Promise((resolve, reject) => {
      const look = () => {
        const { kind } = this.kept;
        if (kind === "keeping") return;
        stop();
        if (kind === "kept") resolve();
        else reject(new Error("Not all of your text is kept yet."));
      };
      const stop = this.subscribe(look);
      look();
    });
  }

  say(text: string, { undo = false } = {}): void {
    this.notice = { id: (this.notice?.id ?? 0) + 1, text, undo };
    this.tell();
  }

  // Boxes

  /** Says how a box of the interface is opened; answers how to take that back. */
  offer(box: Box, open: () => void): () => void {
    this.boxes.set(box, open);
    return () => this.boxes.delete(box);
  }

  /** Opens a box; false where the interface has none at the moment. */
  ask(box: Box): boolean {
    const open = this.boxes.get(box);
    open?.();
    return open !== undefined;
  }

  // Jumping

  /** Goes to a destination; the place one came from joins the trail. False where it does not stand any more. */
  jumpTo(id: DestinationId): boolean {
    const place = this.index.destination(id);
    if (!place) return false;
    this.jump(place.pos, place.end);
    return true;
  }

  /** Goes to a position and lets what stands there glow. */
  jump(pos: number, end: number = pos): void {
    const from = this.state.selection.from;
    const heading = this.index.sectionAt(from);
    const label = heading ? shortened(heading.name || "a section", 40) : "the beginning";
    this.trail = [...this.trail.slice(-49), { pos: from, label }];
    this.land(pos, end);
  }

  /** Goes back to where the last jump began. */
  back(): void {
    const place = this.trail.at(-1);
    if (!place) return;
    this.trail = this.trail.slice(0, -1);
    this.land(place.pos, place.pos);
  }

  /** Follows a link's target: within the document, or in a new tab. */
  follow(target: LinkTarget): void {
    if (target.kind === "destination") {
      if (!this.jumpTo(target.id)) this.say("This link is adrift: its destination is not there.");
    } else if (target.kind === "web") window.open(target.url, "_blank", "noopener");
    else window.location.href = `mailto:${target.address}`;
  }

  followReturn = (link: ReturnLink): void => {
    if (link.to) this.jumpTo(link.to);
    else this.jump(0);
  };

  private land(pos: number, end: number): void {
    const at = Math.min(pos, this.state.doc.content.size);
    const node = this.state.doc.nodeAt(at);
    const tr = this.state.tr;
    const $at = this.state.doc.resolve(at);
    if (
      node &&
      $at.depth === 0 &&
      !node.isTextblock &&
      node.type.name !== "table" &&
      NodeSelection.isSelectable(node)
    )
      tr.setSelection(NodeSelection.create(this.state.doc, at));
    else
      tr.setSelection(
        TextSelection.near(
          this.state.doc.resolve(Math.min(at + ($at.depth === 0 ? 1 : 0), this.state.doc.content.size)),
        ),
      );
    const shown = end > at ? end : node?.isBlock ? at + node.nodeSize : Math.min($at.end(), at + 1);
    this.dispatch(glow(tr, { from: at, to: Math.max(shown, at) }));
    if (this.glowTimer) clearTimeout(this.glowTimer);
    this.glowTimer = setTimeout(() => this.dispatch(glow(this.state.tr, null)), GLOW_TIME);
    this.scrollTo(at);
  }

  /** Brings a position to the upper part of the window, at once, and looks once more after the frame. */
  scrollTo(pos: number): void {
    const view = this.view;
    const scroller = this.scroller;
    if (!view || !scroller) {
      this.shownNext = pos;
      return;
    }
    const settle = () => {
      const top = this.topOf(pos);
      if (top !== null)
        scroller.scrollTop +=
          top - scroller.getBoundingClientRect().top - Math.min(120, scroller.clientHeight / 4);
    };
    settle();
    requestAnimationFrame(settle);
    view.focus();
  }

  /** How high a position stands on the screen: a block by its upper edge, words by their line. */
  private topOf(pos: number): number | null {
    const element = this.state.doc.resolve(pos).depth === 0 ? this.view?.nodeDOM(pos) : null;
    if (element instanceof HTMLElement) return element.getBoundingClientRect().top;
    return this.coordsAt(pos)?.top ?? null;
  }

  private get scroller(): HTMLElement | null {
    return this.view?.dom.closest<HTMLElement>("[data-scroller]") ?? null;
  }

  // Linking by carrying

  get held() {
    return heldRange(this.state);
  }

  /** Keeps the selected words visibly chosen. */
  holdSelection(
    purpose: "choose" | "carry",
    range = { from: this.state.selection.from, to: this.state.selection.to },
  ): void {
    this.dispatch(hold(this.state.tr, { ...range, purpose }));
  }

  release(): void {
    if (this.held) this.dispatch(hold(this.state.tr, null));
  }

  /** Ties the carried words to the place at a position; a bookmark is made where no destination stands. */
  tieAt(pos: number): void {
    const held = this.held;
    if (!held) return;
    const words = shortened(this.state.doc.textBetween(held.from, held.to, " "), 40);
    const tr = this.state.tr;
    const { target, made } = destinationAt(tr, this.index, pos);
    const from = tr.mapping.map(held.from, 1);
    const to = tr.mapping.map(held.to, -1);
    linkRange(tr, from, to, target);
    this.dispatch(hold(tr, null).setMeta("addToHistory", true));
    const name = target.kind === "destination" ? (this.index.destination(target.id)?.name ?? "") : "";
    this.say(
      made
        ? `“${words}” now leads to a new bookmark, “${made}”.`
        : `“${words}” now leads to “${shortened(name, 40)}”.`,
      { undo: true },
    );
  }

  // Pictures

  /** Keeps picture files on the server and puts them in as figures. */
  async insertPictures(files: readonly File[]): Promise<void> {
    for (const file of files) {
      const response = await fetch("/api/pictures", { method: "POST", body: file }).catch(() => null);
      const answer = (await response?.json().catch(() => null)) as {
        name?: string;
        error?: { message: string };
      } | null;
      if (answer?.name) this.run(insertBlock(schema.nodes.figure.create({ picture: answer.name, alt: "" })));
      else this.say(`${file.name}: ${answer?.error?.message ?? "The server does not answer."}`);
    }
  }

  // The newer version of another tab

  /** Takes the newest version from the server in place of what is shown here. */
  async reload(): Promise<void> {
    const response = await fetch(`/api/documents/${this.id}`);
    if (!response.ok)
      return this.say("The newer version cannot be loaded now. Your text stays on the screen.");
    const loaded = (await response.json()) as LoadedDocument;
    const caret = this.state.selection.from;
    this.keeping.close();
    this.keeping = this.keepingOf(loaded.version);
    const fresh = this.stateOf(schema.nodeFromJSON(loaded.document));
    this.state = fresh.apply(
      fresh.tr.setSelection(TextSelection.near(fresh.doc.resolve(Math.min(caret, fresh.doc.content.size)))),
    );
    this.index = indexDocument(this.state.doc, this.index);
    this.trail = [];
    this.view?.updateState(this.state);
    for (const view of this.contentsViews) view.draw(this.index);
    this.tell();
  }

  /** Keeps what is shown here as a document of its own; answers its id, or null with a notice where that failed. */
  async keepAsCopy(): Promise<string | null> {
    const doc = this.state.doc;
    const response = await fetch("/api/documents", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({
        title: `${this.title || "Untitled"} (my copy)`,
        document: { attrs: doc.attrs, ...(doc.toJSON() as object) },
      }),
    }).catch(() => null);
    if (!response?.ok) {
      this.say("The copy could not be kept. Your text stays on the screen.");
      return null;
    }
    return ((await response.json()) as { id: string }).id;
  }

  // The view

  /** Shows the manuscript in an element; answers how to take it away again. */
  mount(element: HTMLElement): () => void {
    const view = new EditorView(element, {
      state: this.state,
      dispatchTransaction: this.dispatch,
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
          const list = new ContentsListView(node, (id) => void this.jumpTo(id));
          this.contentsViews.add(list);
          list.draw(this.index);
          return Object.assign(list, { destroy: () => this.contentsViews.delete(list) });
        },
        figure: (node) => new FigureView(node),
      },
      handleClick: (_view, pos, event) => this.click(pos, event),
      handleKeyDown: (_view, event) => this.key(event),
      handlePaste: (_view, event) => this.takeFiles(event.clipboardData),
      handleDrop: (_view, event, _slice, moved) => !moved && this.takeFiles(event.dataTransfer),
    });
    this.view = view;
    this.watchView();
    const place = this.shownNext;
    this.shownNext = null;
    if (place !== null)
      requestAnimationFrame(() => this.scrollTo(Math.min(place, this.state.doc.content.size)));
    return () => {
      this.shownNext ??= this.inView.from;
      this.viewWatcher?.();
      this.viewWatcher = null;
      this.view = null;
      this.contentsViews.clear();
      view.destroy();
    };
  }

  /** Ends the session when its document is left. */
  close(): void {
    this.keeping.sendBeforeLeaving();
    this.keeping.close();
    if (this.glowTimer) clearTimeout(this.glowTimer);
  }

  get hasUnkept(): boolean {
    return this.keeping.hasUnkept;
  }

  sendBeforeLeaving(): void {
    this.keeping.sendBeforeLeaving();
  }

  private click(pos: number, event: MouseEvent): boolean {
    if (this.held?.purpose === "carry") {
      this.tieAt(pos);
      return true;
    }
    if (!(event.ctrlKey || event.metaKey)) return false;
    const link = linkAt(this.index, pos);
    if (link) this.follow(link.target);
    return link !== null;
  }

  private key(event: KeyboardEvent): boolean {
    if (this.held?.purpose !== "carry") return false;
    if (event.key === "Escape") this.release();
    else if (event.key === "Enter") this.tieAt(this.state.selection.from);
    else return false;
    return true;
  }

  private takeFiles(data: DataTransfer | null): boolean {
    const pictures = [...(data?.files ?? [])].filter((file) => file.type.startsWith("image/"));
    if (pictures.length === 0) return false;
    void this.insertPictures(pictures);
    return true;
  }

  /** Follows which part of the document is in view, once a frame at the most. */
  private watchView(): void {
    const scroller = this.scroller;
    if (!scroller) return;
    let asked = false;
    const look = () => {
      asked = false;
      const view = this.view;
      if (!view) return;
      const box = scroller.getBoundingClientRect();
      const x = view.dom.getBoundingClientRect().left + 120;
      const from = view.posAtCoords({ left: x, top: box.top + 8 })?.pos ?? 0;
      const to = view.posAtCoords({ left: x, top: box.bottom - 8 })?.pos ?? view.state.doc.content.size;
      if (from === this.inView.from && to === this.inView.to) return;
      this.inView = { from, to };
      this.tell();
    };
    const ask = () => {
      if (!asked) requestAnimationFrame(look);
      asked = true;
    };
    scroller.addEventListener("scroll", ask, { passive: true });
    const observer = new ResizeObserver(ask);
    observer.observe(scroller);
    ask();
    this.viewWatcher = () => {
      scroller.removeEventListener("scroll", ask);
      observer.disconnect();
    };
  }

  private stateOf(doc: Node): EditorState {
    return EditorState.create({
      doc,
      plugins: [
        keymap({
          "Mod-k": () => this.ask("link"),
          "Shift-Mod-j": () => {
            this.back();
            return true;
          },
          "Mod-Shift-b": () => this.ask("bookmark"),
        }),
        ...manuscriptKeys.map((keys) => keymap(keys)),
        history(),
        heldRangePlugin(),
        glowPlugin(),
        derivedSigns(() => this.index, this.followReturn),
        permanentIds(),
        tableEditing(),
        dropCursor({ color: "var(--tide)", width: 2 }),
        gapCursor(),
      ],
    });
  }

  private keepingOf(version: number): Keeping {
    return new Keeping(
      this.id,
      version,
      () => this.tell(),
      () => void this.reload(),
    );
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}
