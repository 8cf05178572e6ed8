import { isHistoryTransaction } from "prosemirror-history";
import type { Node } from "prosemirror-model";
import { EditorState, NodeSelection, Selection, type Command, type Transaction } from "prosemirror-state";
import {
  becomeVersion,
  blockById,
  type DestinationId,
  givenTitle,
  namedById,
  newId,
  documentTitle,
} from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import type { Computed } from "@/core/compute";
import { OTHERS } from "@/core/exchange";
import type { AdriftTargets } from "@/core/links";
import { looksSame } from "@/core/order";
import type { PageMap } from "@/core/pages/page-map";
import { authorName, keepAuthorName } from "./author-name";
import { Carrying } from "./carrying";
import { leadAt } from "./commands/links";
import { addBookmarkOn, bookmarkIdAt, freeName, proposedName, publishAnchors } from "./commands/bookmarks";
import { Pocket } from "./pocket";
import { OneField } from "./one-field";
import { Removals, SAID } from "./removals";
import { splitSection } from "./commands/sections";
import { DerivedState, startWorker } from "./derived/derived";
import { DisplacedWords } from "./displaced-words";
import { DocumentChange } from "./document-change";
import { Elsewhere } from "./elsewhere";
import { ManuscriptView, type Place } from "./drawing/manuscript-view";
import { BrowserStore } from "./exchange/browser-store";
import { Exchange, type KeepingState } from "./exchange/exchange";
import { takeOverLeft } from "./exchange/take-over";
import type { Displaced } from "./exchange/waiting-store";
import { sharedLive } from "./exchange/shared-live";
import { typedBy, typingAid, typingIsAided } from "./typing-aids";
import { holdWindow } from "./exchange/window-lock";
import { Following } from "./following";
import { Incoming } from "./paste/incoming";
import { Jumps } from "./jumps";
import { selectionOf } from "./landing";
import { ShownSigns } from "./shown-signs";
import { toldOfLevels } from "./told-of-levels";
import { manuscriptPlugins } from "./manuscript-plugins";
import type { OpenedDocument } from "./opening";
import { foundPlaces } from "./plugins/matches";
import { caretsNow, showCarets } from "./plugins/others-carets";
import { Stepping, type StepKind } from "./stepping";
import { whenIdle } from "./when-idle";
import { WorkPlaces } from "./work-places";

/** What the session tells its author, shown for a while. */
export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly undo: boolean;
}

/** Boxes that the interface opens over the manuscript. */
export type Box =
  "link" | "title-links" | "bookmark" | "find" | "titles" | "jump" | "history" | "tray" | "styles" | "deck";

/**
 * One document open in one window: the editor's state with its history, the index that follows it, and whether all is
 * kept. Only the editor holds the view; the interface subscribes and reads.
 */
export class Session {
  state: EditorState;
  index: DocumentIndex;
  /**
   * The index of the last version that differs from the newest in no place, name or link, and in no length that one could
   * see. What only shows places draws from this, and so is not drawn anew with every key.
   */
  outline: DocumentIndex;
  notice: Notice | null = null;
  /** The part of the document in view, as positions. */
  inView: { readonly from: number; readonly to: number } = { from: 0, to: 0 };

  readonly jumps = new Jumps(this);
  readonly carrying = new Carrying(this);
  readonly stepping = new Stepping(this);
  readonly incoming = new Incoming(this, () => this.tell());
  readonly pocket: Pocket;
  readonly removals = new Removals(this, () => this.tell());
  readonly following = new Following(this, () => this.tell());
  /** What is known of the other documents of the shelf. */
  readonly elsewhere = new Elsewhere(this, (asked) => {
    this.derived.tellOfPlaces(asked);
    this.tell();
  });
  /** What is worked out in a worker beside the editing. */
  readonly derived: DerivedState;
  readonly shownSigns = new ShownSigns(() => {
    this.redraw();
    this.tell();
  });
  /** How much of the manuscript is drawn, from 0 to 1. */
  drawnShare = 1;
  /** Whether the manuscript has been on the screen. */
  wasShown = false;

  /** Where this author worked last. */
  readonly work: WorkPlaces;

  private view: ManuscriptView | null = null;
  private adriftShown: AdriftTargets = new Map();
  private pagesDrawn: object | undefined;
  private computedDrawn: ReadonlyMap<string, Computed> | null = null;
  /** The pages as they were when one could last see them move where they are drawn to scale. */
  pagesShown: PageMap | null = null;
  private readonly exchange: Exchange;
  private readonly store = new BrowserStore();
  readonly displacedWords = new DisplacedWords(this, this.store, () => this.tell());
  private readonly letGoOfWindow: () => void;
  private readonly listeners = new Set<() => void>();
  /** Where the manuscript is to stand when it is shown again. */
  private shownNext: Place | null = null;
  private readonly boxes = new Map<Box, (words: string) => void>();
  private lastPeople: Exchange["people"] = [];
  private readonly oneField = new OneField();
  private notices = 0;

  constructor(
    readonly id: string,
    opened: OpenedDocument,
  ) {
    this.state = EditorState.create({
      doc: opened.doc,
      plugins: manuscriptPlugins({
        link: () => this.ask("link"),
        carry: () => this.carrying.carryChosen(),
        titleLinks: () => this.ask("title-links"),
        bookmark: () => this.setBookmark(),
        find: () => this.ask("find"),
        titles: () => this.ask("titles"),
        tray: () => this.ask("tray"),
        styles: () => this.ask("styles"),
        deck: () => this.ask("deck"),
        bookmarkWords: () => this.chooseBookmark(),
        takeOut: () => this.removals.beginChosen(),
        back: () => {
          this.jumps.back();
          return true;
        },
        forward: () => {
          this.jumps.forward();
          return true;
        },
        split: (state, dispatch) => splitSection(this.index)(state, dispatch),
        step: (direction) => {
          this.stepping.step(direction);
          return true;
        },
      }),
    });
    this.pocket = new Pocket(this, () => this.tell());
    this.work = new WorkPlaces(id);
    this.beginWhereLeft();
    this.index = indexDocument(this.state.doc);
    this.outline = this.index;
    this.derived = new DerivedState(
      this.state.doc,
      () => this.derivedChanged(),
      startWorker,
      (work) => void whenIdle(work),
    );
    const client = newId();
    this.letGoOfWindow = holdWindow(client);
    this.exchange = new Exchange(this, {
      document: id,
      version: opened.version,
      client,
      name: authorName,
      store: this.store,
      live: sharedLive().fetch,
    });
    this.listenWhileVisible();
    document.addEventListener("visibilitychange", this.listenWhileVisible);
    void takeOverLeft(id, { store: this.store, name: authorName }, (words) => this.displaced(words)).then(
      (sent) => sent && this.say("What another window had not sent any more is kept now, and in the text."),
      (error: Error) =>
        console.warn(`Gate Rope: what earlier windows left could not be read: ${error.message}`),
    );
  }

  // Reading

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  get kept(): KeepingState {
    return this.exchange.state;
  }

  /** Who else has the document open. */
  get people(): Exchange["people"] {
    return this.exchange.people;
  }

  /** Whether this window hears at once what others do. */
  get connected(): boolean {
    return this.exchange.connected;
  }

  /** The title its author gave the document; empty where its first heading says it. */
  get givenTitle(): string {
    return givenTitle(this.state.doc);
  }

  /** What the document is called. */
  get title(): string {
    return documentTitle(this.state.doc);
  }

  /** Where a position stands on the screen, or null while the manuscript is not shown. */
  coordsAt(pos: number): { left: number; top: number; bottom: number } | null {
    return this.view?.coordsAt(pos) ?? null;
  }

  /** Targets that links lead to and on which they do not land. */
  get adrift(): AdriftTargets {
    return this.derived.adrift;
  }

  /** What came of the expressions in the text. */
  get computed(): ReadonlyMap<string, Computed> {
    return this.derived.computed;
  }

  /** Where the pages begin; null before they are laid out first. */
  get pages(): PageMap | null {
    return this.derived.pages?.value ?? null;
  }

  private derivedChanged(): void {
    const pages = this.pages;
    const { computed } = this;
    const origin = pages?.origin;
    if (this.adriftShown !== this.adrift || this.pagesDrawn !== origin || this.computedDrawn !== computed) {
      this.adriftShown = this.adrift;
      this.computedDrawn = computed;
      this.pagesDrawn = origin;
      this.redraw();
    }
    if (pages && !(this.pagesShown && pages.looksLike(this.pagesShown, this.index.doc.content.size)))
      this.pagesShown = pages;
    this.tell();
  }

  // Changing

  dispatch = (tr: Transaction): void => {
    const before = this.state.doc;
    const earlier = this.index;
    const { state, transactions } = this.state.applyTransaction(this.oneField.mark(tr));
    this.state = state;
    const changed = transactions.some((transaction) => transaction.steps.length > 0);
    const change = changed ? new DocumentChange(before, state.doc) : null;
    if (change) {
      // Undo would take back this change now, and no longer what the notice tells of.
      if (this.notice?.undo && !tr.getMeta(OTHERS)) this.notice = null;
      this.index = indexDocument(state.doc, this.index);
      const { size } = state.doc.content;
      const longer = !looksSame([size], [this.outline.doc.content.size], size);
      if (change.places || change.links || longer) this.outline = this.index;
      if (change.links) this.elsewhere.linksChanged();
      this.jumps.follow(transactions);
      this.derived.add(
        state.doc,
        transactions.flatMap((transaction) => transaction.steps),
      );
      this.exchange.add(transactions);
    }
    if (!tr.getMeta(OTHERS)) {
      this.exchange.tellCaret();
      if (change) this.work.note(state.doc, state.selection.head);
      if (change && !tr.getMeta(SAID)) {
        this.removals.tellAfter(change, earlier);
        const told = change.structure && !isHistoryTransaction(tr) ? toldOfLevels(change, this.index) : null;
        if (told) this.say(told, { undo: true });
      }
    }
    this.view?.update(change);
    this.tell();
    const typed = change && typingIsAided() ? typedBy(tr) : null;
    if (typed !== null) this.aid(typed);
  };

  /** Helps along what was just typed, when the screen shows it. */
  private aid(typed: string): void {
    const { state } = this;
    const tr = typingAid(state, typed);
    if (tr) queueMicrotask(() => this.state === state && this.dispatch(tr));
  }

  /** Runs a command of the editor; false when it does not apply here. The caret is back in the text afterwards. */
  run(command: Command, { focus = true } = {}): boolean {
    const done = command(this.state, this.dispatch, this.view?.forCommands);
    if (focus) this.view?.focus();
    return done;
  }

  /** Whether a command would do something here. */
  can(command: Command): boolean {
    return command(this.state, undefined, this.view?.forCommands);
  }

  /**
   * Changes a block, named by its permanent id, where it stands by now: what a panel shows may be older than the text, and somebody
   * may have written above it. Nothing is done where the block is gone.
   */
  changeBlock(id: DestinationId, change: (tr: Transaction, pos: number, block: Node) => Transaction): void {
    const found = namedById(this.state.doc, id);
    if (found) this.dispatch(change(this.state.tr, found.pos, found.node));
  }

  focus(): void {
    this.view?.focus();
  }

  /** Sets a bookmark on what is chosen, or at the caret; the name it has at once stands in the tray to be typed over. */
  setBookmark(): boolean {
    const { tr, selection } = this.state;
    const { name } = freeName(proposedName(this.state, this.index), this.index);
    const id = addBookmarkOn(tr, selection, name);
    this.dispatch(tr);
    this.ask("tray");
    this.ask("bookmark", id);
    return true;
  }

  /** Chooses the words of a bookmark: of one that is named, or of the one in which the caret stands. */
  chooseBookmark(id = bookmarkIdAt(this.index, this.state.selection.from)): boolean {
    const bookmark = this.index.bookmarks.find((one) => one.id === id);
    if (bookmark?.shape !== "range") return false;
    const { doc, tr } = this.state;
    this.dispatch(tr.setSelection(selectionOf(doc, bookmark.pos, bookmark.end)).scrollIntoView());
    this.focus();
    return true;
  }

  /** From what is chosen back into the text: the caret goes behind it. */
  leaveChosen(): void {
    const { selection, doc, tr } = this.state;
    if (selection instanceof NodeSelection)
      this.dispatch(tr.setSelection(Selection.near(doc.resolve(selection.to))).scrollIntoView());
    this.focus();
  }

  /** Makes an older version the newest again, as a change like any other: it can be undone. */
  becomeVersion(older: Node): void {
    const tr = this.state.tr;
    becomeVersion(tr, older);
    if (tr.docChanged) this.dispatch(tr);
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
    this.exchange.flush();
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
    this.notice = { id: ++this.notices, text, undo };
    this.tell();
  }

  /** Takes back what was said, if that is still what is shown. */
  unsay(text: string): void {
    if (this.notice?.text !== text) return;
    this.notice = null;
    this.tell();
  }

  // Boxes

  /** Says how a box of the interface is opened, with words if there are some; answers how to take that back. */
  offer(box: Box, open: (words: string) => void): () => void {
    this.boxes.set(box, open);
    return () => this.boxes.delete(box);
  }

  /** Whether the interface has a box at the moment. */
  offers(box: Box): boolean {
    return this.boxes.has(box);
  }

  /** Opens a box; false where the interface has none at the moment. */
  ask(box: Box, words = ""): boolean {
    const open = this.boxes.get(box);
    open?.(words);
    return open !== undefined;
  }

  // Going places

  /** Opens at the last place of work. */
  private beginWhereLeft(): void {
    const place = this.work.opening(this.state.doc);
    if (!place) return;
    const { doc, tr } = this.state;
    this.state = this.state.apply(tr.setSelection(Selection.near(doc.resolve(place.caret))));
    this.shownNext = { pos: place.landing };
    this.jumps.beginAt();
  }

  /** Goes to words of a block, named by its permanent id; says so where it is gone. */
  goToWords(block: string, from: number, to: number): void {
    const found = blockById(this.state.doc, block);
    if (!found) return this.say("What was found there has been taken out since.");
    const within = (offset: number) => found.pos + Math.min(offset, found.node.nodeSize - 1);
    this.jumps.toPlace(within(from), within(to));
  }

  /** Brings a position to so many pixels below the upper edge of the window; without them, to where one lands. */
  scrollTo(pos: number, below?: number): void {
    const place = { pos, ...(below !== undefined && { below }) };
    if (!this.view) {
      this.shownNext = place;
      return;
    }
    this.view.scrollTo(place);
    this.view.focus();
  }

  // Others

  /** Takes in what others did. Part of what the exchange needs of a window. */
  receive(tr: Transaction): void {
    this.dispatch(tr);
  }

  /**
   * Chooses a place and brings it into view, unless it is there, below what covers so many pixels of the text; the keyboard
   * stays where it is.
   */
  showPlace(from: number, to: number, covered: number): void {
    const { doc, tr } = this.state;
    if (to > doc.content.size) return;
    this.dispatch(tr.setSelection(selectionOf(doc, from, to)));
    this.view?.reveal(from, covered);
  }

  settle(): void {
    this.view?.settle();
  }

  /** The exchange has something new to show. */
  changed(): void {
    if (this.people !== this.lastPeople) {
      this.lastPeople = this.people;
      this.settle();
      this.state = this.state.apply(
        showCarets(
          this.state.tr,
          caretsNow(this.state, this.people, (caret) => this.exchange.placeOf(caret)),
        ),
      );
      this.view?.update(null);
    }
    this.tell();
  }

  dropped(count: number): void {
    this.say(
      count === 1
        ? "A change of yours had no place any more: somebody else removed what it was made on."
        : `${count} changes of yours had no place any more: somebody else removed what they were made on.`,
    );
  }

  removed(): void {
    this.say("This document was removed from the shelf. What you see stays on the screen.");
  }

  get name(): string {
    return authorName();
  }

  /** Takes another name, under which others see this author. */
  takeName(name: string): void {
    if (!keepAuthorName(name)) this.say("This browser does not keep the name; it holds for no other window.");
    this.exchange.renamed();
    this.tell();
  }

  /** A window that is not looked at hears through the others of its browser: connections are few. */
  private listenWhileVisible = (): void => {
    if (document.visibilityState === "visible") {
      this.exchange.listen();
      void this.elsewhere.refresh();
      this.pocket.look();
    } else this.exchange.rest();
  };

  /** Words of this author found no place. Part of what the exchange needs. */
  displaced(words: Displaced): void {
    this.displacedWords.add(words);
  }

  /** Chooses what is stepped through. */
  stepThrough(kind: StepKind): void {
    this.stepping.choose(kind);
    this.tell();
  }

  // The view

  /** Shows the manuscript in an element; answers how to take it away again. */
  mount(element: HTMLElement): () => void {
    const view = new ManuscriptView(element, this, this.shownNext?.pos ?? this.state.selection.head);
    this.view = view;
    this.wasShown = true;
    const place = this.shownNext;
    this.shownNext = null;
    if (place) this.scrollTo(Math.min(place.pos, this.state.doc.content.size), place.below);
    return () => {
      this.view = null;
      view.destroy();
    };
  }

  /** The manuscript goes off the screen now; it is to come back as it stands. */
  leaveView(): void {
    this.shownNext ??= this.view?.place ?? null;
  }

  drawnChanged(share: number): void {
    this.drawnShare = share;
    this.tell();
  }

  inViewChanged(part: { from: number; to: number }): void {
    this.inView = part;
    // Matches and numbers of pages are drawn only near to what is in view.
    if (foundPlaces(this.state).length > 0 || this.pages) this.redraw();
    this.tell();
  }

  /** Ends the session when its document is left. */
  close(): void {
    this.work.keep();
    this.exchange.sendBeforeLeaving();
    this.exchange.close();
    this.incoming.stop();
    this.letGoOfWindow();
    this.derived.close();
    this.elsewhere.close();
    document.removeEventListener("visibilitychange", this.listenWhileVisible);
    this.jumps.stop();
  }

  /** Whether closing the window now would lose words. */
  get wouldLose(): boolean {
    return this.exchange.wouldLose;
  }

  sendBeforeLeaving(): void {
    this.work.keep();
    this.exchange.sendBeforeLeaving();
  }

  click(pos: number, event: MouseEvent): boolean {
    if (this.carrying.click(pos)) return true;
    if (!(event.ctrlKey || event.metaKey)) return false;
    const link = leadAt(this.index, pos);
    if (link) this.following.follow(link.target);
    return link !== null;
  }

  /** Draws what changed beside the text. It may come in the middle of a click, as while the text still scrolls. */
  private redraw(): void {
    this.settle();
    this.view?.update(null);
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}
