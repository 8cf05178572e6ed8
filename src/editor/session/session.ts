import { isHistoryTransaction } from "prosemirror-history";
import type { Node } from "prosemirror-model";
import { NodeSelection, Selection, type Command, type Transaction } from "prosemirror-state";
import { FROM_OTHERS } from "@/core/collab";
import type { Computed } from "@/core/compute";
import { blockById, namedById, type DestinationId } from "@/core/document";
import type { PageMap } from "@/core/layout/page-map";
import type { BrokenTargets } from "@/core/links";
import { replaceWith } from "@/core/steps";
import { LinkByPointing } from "../parts/link-by-pointing";
import { addBookmarkOn, bookmarkIdAt, freeName, proposedName, publishAnchors } from "../commands/bookmarks";
import { leadAt } from "../commands/links";
import { splitSection } from "../commands/sections";
import { DerivedState, startWorker } from "../derived/derived";
import { DisplacedWords } from "../parts/displaced-words";
import type { ManuscriptHost } from "../view/manuscript-host";
import { Elsewhere } from "../parts/elsewhere";
import { Following } from "../parts/following";
import { Jumps } from "../parts/jumps";
import { selectionOf } from "../parts/landing";
import { manuscriptPlugins } from "./manuscript-plugins";
import type { OpenedDocument } from "../browser/opening";
import { Incoming } from "../paste/incoming";
import { foundPlaces } from "../plugins/matches";
import { caretsNow, showCarets } from "../plugins/others-carets";
import { RecentTargets } from "../parts/recent-targets";
import { Removals, ANNOUNCED } from "../parts/removals";
import { DecorationSettings } from "../parts/decoration-settings";
import { Stepping, type StepKind } from "../parts/stepping";
import { announcementOf } from "../parts/announcement";
import { levelsMessage } from "../parts/levels-message";
import { typedBy, typingAid, typingIsAided } from "../parts/typing-aids";
import { whenIdle } from "../browser/when-idle";
import { WorkPlaces } from "../parts/work-places";
import { Dialogs } from "./dialogs";
import { DocumentStore, type Applied } from "./document-store";
import { Notices } from "./notices";
import { Observable } from "./observable";
import { Sync, type WindowHost } from "./sync";
import { Viewport } from "./viewport";

/**
 * One document open in one window. It puts the parts together (the document, the view, notices, dialogs, sync, and what is done with them)
 * and takes each change through all of them; each part knows only what its own interface asks for. Subscribers are called after a change
 * of any part.
 */
export class Session extends Observable {
  readonly store: DocumentStore;
  readonly viewport = new Viewport();
  readonly notices = new Notices();
  readonly dialogs = new Dialogs();
  readonly sync: Sync;

  readonly jumps: Jumps;
  readonly linkByPointing: LinkByPointing;
  readonly stepping: Stepping;
  readonly incoming: Incoming;
  readonly recentTargets: RecentTargets;
  readonly removals: Removals;
  readonly following: Following;
  /** What is known of the other documents of the library. */
  readonly elsewhere: Elsewhere;
  readonly displacedWords: DisplacedWords;
  /** What is computed in a worker beside the editing. */
  readonly derived: DerivedState;
  readonly decorations = new DecorationSettings(() => {
    this.redraw();
    this.notify();
  });
  /** Where this author worked last. */
  readonly work: WorkPlaces;
  /** The pages as they were when they were last drawn to scale. */
  pagesShown: PageMap | null = null;

  private readonly manuscript: ManuscriptHost;
  private brokenShown: BrokenTargets = new Map();
  private pagesDrawn: object | undefined;
  private computedDrawn: ReadonlyMap<string, Computed> | null = null;

  constructor(
    readonly id: string,
    opened: OpenedDocument,
  ) {
    super();
    this.store = new DocumentStore(opened.doc, manuscriptPlugins(this.keys()));
    const { store, viewport, notices, dialogs } = this;
    const notify = () => this.notify();
    const pages = () => this.pages;
    /** What those who act on the document need of it. */
    const desk = {
      id,
      get state() {
        return store.state;
      },
      get index() {
        return store.index;
      },
      get title() {
        return store.title;
      },
      get pages() {
        return pages();
      },
      dispatch: this.dispatch,
      run: (command: Command) => this.run(command),
      replaceWith: (older: Node) => this.replaceWith(older),
      settle: viewport.settle,
      scrollTo: viewport.scrollTo,
      say: notices.say,
      speak: notices.speak,
      unsay: notices.unsay,
    };
    const withDesk = <Part extends object>(part: Part) =>
      Object.defineProperties(part, Object.getOwnPropertyDescriptors(desk)) as Part & typeof desk;
    this.jumps = new Jumps(desk);
    this.elsewhere = new Elsewhere(desk, (asked) => {
      this.derived.sendPlaces(asked);
      this.notify();
    });
    const { jumps, elsewhere } = this;
    this.linkByPointing = new LinkByPointing(withDesk({ jumps }));
    this.stepping = new Stepping(withDesk({ jumps }));
    this.incoming = new Incoming(desk, notify);
    this.recentTargets = new RecentTargets(desk, notify);
    this.removals = new Removals(withDesk({ elsewhere }), notify);
    this.following = new Following(withDesk({ jumps, elsewhere }), notify);
    this.work = new WorkPlaces(id);
    this.beginWhereLeft();
    this.derived = new DerivedState(
      store.state.doc,
      () => this.derivedChanged(),
      startWorker,
      (work) => void whenIdle(work),
    );
    const { linkByPointing, recentTargets, incoming, decorations, derived } = this;
    this.manuscript = withDesk({
      get broken() {
        return derived.broken;
      },
      get computed() {
        return derived.computed;
      },
      elsewhere,
      jumps,
      linkByPointing,
      recentTargets,
      incoming,
      decorations,
      click: (pos: number, event: MouseEvent) => this.click(pos, event),
      ask: (dialog: "link") => dialogs.open(dialog),
      inViewChanged: (part: { from: number; to: number }) => this.inViewChanged(part),
      drawnChanged: viewport.drawnChanged,
    });
    this.sync = new Sync(id, opened.version, this.syncHost());
    this.displacedWords = new DisplacedWords(withDesk({ jumps }), this.sync.store, notify);
    for (const part of [store, viewport, notices, this.sync]) part.subscribe(notify);
    void this.sync.takeOver().then(
      (sent) => sent && notices.say("Unsaved changes from another window were recovered."),
      (error: Error) =>
        console.warn(`Gate Rope: what earlier windows left could not be read: ${error.message}`),
    );
  }

  /** What keys in the text do. */
  private keys(): Parameters<typeof manuscriptPlugins>[0] {
    const { dialogs } = this;
    const why = (words: string): true => {
      this.notices.say(words);
      return true;
    };
    return {
      link: () => dialogs.open("link"),
      linkByPointing: () => this.linkByPointing.start(),
      titleLinks: () => dialogs.open("title-links"),
      bookmark: () => this.setBookmark(),
      find: () => dialogs.open("find"),
      titles: () => dialogs.open("titles"),
      inspector: () => dialogs.open("inspector"),
      styles: () => dialogs.open("styles"),
      bookmarkWords: () => this.chooseBookmark(),
      takeOut: () => this.removals.beginChosen(),
      back: () => this.jumps.back() || why("There is no place to go back to."),
      forward: () => this.jumps.forward() || why("There is no place to go forward to."),
      why,
      split: (state, dispatch) => splitSection(this.store.index)(state, dispatch),
      step: (direction) => {
        this.stepping.step(direction);
        return true;
      },
    };
  }

  /** What the exchange with the server does to this window. */
  private syncHost(): WindowHost {
    const { store, viewport, notices } = this;
    return {
      get state() {
        return store.state;
      },
      settle: viewport.settle,
      receive: this.dispatch,
      displaced: (words) => this.displacedWords.add(words),
      dropped: (count) =>
        notices.say(
          count === 1
            ? "One of your changes couldn’t be applied; someone deleted that text."
            : `${count} of your changes couldn’t be applied; someone deleted that text.`,
        ),
      removed: () =>
        notices.say("This document was removed from the shelf. What you see stays on the screen."),
      peopleChanged: () => {
        viewport.settle();
        const { people, steps } = this.sync;
        const { state } = store;
        store.applySilently(
          showCarets(
            state.tr,
            caretsNow(state, people, (caret) => steps.placeOf(caret)),
          ),
        );
        viewport.draw(null);
        store.announce();
      },
      lookedAt: () => {
        void this.elsewhere.refresh();
        this.recentTargets.look();
      },
    };
  }

  /** Where the pages begin; null before they are laid out first. */
  get pages(): PageMap | null {
    return this.derived.pages?.value ?? null;
  }

  private derivedChanged(): void {
    const { pages } = this;
    const { broken, computed } = this.derived;
    const origin = pages?.origin;
    if (this.brokenShown !== broken || this.pagesDrawn !== origin || this.computedDrawn !== computed) {
      this.brokenShown = broken;
      this.computedDrawn = computed;
      this.pagesDrawn = origin;
      this.redraw();
    }
    if (pages && !(this.pagesShown && pages.looksLike(this.pagesShown, this.store.index.doc.content.size)))
      this.pagesShown = pages;
    this.notify();
  }

  // Changing

  /** Takes a change through all parts: the document, what follows from it, the server, the screen. */
  readonly dispatch = (tr: Transaction): void => {
    const applied = this.store.apply(tr);
    const { transactions, change } = applied;
    const own = !tr.getMeta(FROM_OTHERS);
    const { doc, selection } = this.store.state;
    if (change) {
      if (own) this.notices.withdrawUndo();
      if (change.links) this.elsewhere.linksChanged();
      this.jumps.follow(transactions);
      this.derived.add(
        doc,
        transactions.flatMap((transaction) => transaction.steps),
      );
      this.sync.steps.add(transactions);
    }
    if (own) {
      this.sync.steps.sendCaret();
      if (change) this.work.note(doc, selection.head);
      if (change && !tr.getMeta(ANNOUNCED)) this.announceChange(tr, change, applied.earlier);
    }
    this.viewport.draw(change);
    this.store.announce();
    const typed = change && typingIsAided() ? typedBy(tr) : null;
    if (typed !== null) this.aid(typed);
  };

  /** Says what a change did: what it left without a place, or to lists; else what it did, to screen readers. */
  private announceChange(
    tr: Transaction,
    change: NonNullable<Applied["change"]>,
    earlier: Applied["earlier"],
  ): void {
    const { notices } = this;
    const { index } = this.store;
    const notice = notices.current;
    this.removals.warnAfter(change, earlier);
    const levels = change.structure && !isHistoryTransaction(tr) ? levelsMessage(change, index) : null;
    if (levels) notices.say(levels, { undo: true });
    // One thing at a time.
    if (notices.current === notice)
      notices.speak(announcementOf(tr, change, { before: earlier, after: index }) ?? "");
  }

  /** Helps along what was just typed, when the screen shows it. */
  private aid(typed: string): void {
    const { state } = this.store;
    const tr = typingAid(state, typed);
    if (tr) queueMicrotask(() => this.store.state === state && this.dispatch(tr));
  }

  /** Runs a command of the editor; false when it does not apply here. The caret is back in the text afterwards. */
  run(command: Command, { focus = true } = {}): boolean {
    const done = command(this.store.state, this.dispatch, this.viewport.forCommands);
    if (focus) this.viewport.focus();
    return done;
  }

  /** Whether a command would do something here. */
  can(command: Command): boolean {
    return command(this.store.state, undefined, this.viewport.forCommands);
  }

  /**
   * Changes a block, named by its permanent id, where it stands by now: what a panel shows may be older than the text, and somebody
   * may have written above it. Nothing is done where the block is gone.
   */
  changeBlock(id: DestinationId, change: (tr: Transaction, pos: number, block: Node) => Transaction): void {
    const { doc, tr } = this.store.state;
    const found = namedById(doc, id);
    if (found) this.dispatch(change(tr, found.pos, found.node));
  }

  /** Sets a bookmark on what is chosen, or at the caret; the name it has at once stands in the tray to be typed over. */
  setBookmark(): boolean {
    const { state, index } = this.store;
    const { name } = freeName(proposedName(state, index), index);
    const { tr } = state;
    const id = addBookmarkOn(tr, state.selection, name);
    this.dispatch(tr);
    this.dialogs.open("bookmark", id);
    return true;
  }

  /** Chooses the words of a bookmark: of one that is named, or of the one in which the caret stands. */
  chooseBookmark(id = bookmarkIdAt(this.store.index, this.store.state.selection.from)): boolean {
    const { state, index } = this.store;
    const bookmark = index.bookmarks.find((one) => one.id === id);
    if (bookmark?.shape !== "range") return false;
    this.dispatch(state.tr.setSelection(selectionOf(state.doc, bookmark.pos, bookmark.end)).scrollIntoView());
    this.viewport.focus();
    return true;
  }

  /** Leads from the chosen node back into the text: the caret goes behind it. */
  leaveChosen(): void {
    const { selection, doc, tr } = this.store.state;
    if (selection instanceof NodeSelection)
      this.dispatch(tr.setSelection(Selection.near(doc.resolve(selection.to))).scrollIntoView());
    this.viewport.focus();
  }

  /** Makes an older version the newest again, as a change like any other: it can be undone. */
  replaceWith(older: Node): void {
    const { tr } = this.store.state;
    replaceWith(tr, older);
    if (tr.docChanged) this.dispatch(tr);
  }

  rename(title: string): void {
    const { store } = this;
    if (title !== store.title) this.dispatch(store.state.tr.setDocAttribute("title", title));
  }

  /** Publishes anchors, all or of some destinations, so that addresses given away stay. */
  publish(only?: readonly DestinationId[]): void {
    const tr = publishAnchors(this.store.state.tr, this.store.index, only);
    if (tr) this.dispatch(tr);
  }

  // Going places

  /** Opens at the last place of work. */
  private beginWhereLeft(): void {
    const place = this.work.opening(this.store.state.doc);
    if (!place) return;
    this.store.beginAt(place.caret);
    this.viewport.beginAt({ pos: place.landing });
    this.jumps.beginAt();
  }

  /** Goes to words of a block, named by its permanent id; says so where it is gone. */
  goToWords(block: string, from: number, to: number): void {
    const found = blockById(this.store.state.doc, block);
    if (!found) return this.notices.say("That text has been deleted since.");
    const within = (offset: number) => found.pos + Math.min(offset, found.node.nodeSize - 1);
    this.jumps.toPlace(within(from), within(to));
  }

  /**
   * Chooses a place and brings it into view, unless it is there, below what covers so many pixels of the text; the keyboard
   * stays where it is.
   */
  showPlace(from: number, to: number, covered: number): void {
    const { doc, tr } = this.store.state;
    if (to > doc.content.size) return;
    this.dispatch(tr.setSelection(selectionOf(doc, from, to)));
    this.viewport.reveal(from, covered);
  }

  /** Chooses what is stepped through. */
  stepThrough(kind: StepKind): void {
    this.stepping.choose(kind);
    this.notify();
  }

  private click(pos: number, event: MouseEvent): boolean {
    if (this.linkByPointing.click(pos)) return true;
    if (!(event.ctrlKey || event.metaKey)) return false;
    const link = leadAt(this.store.index, pos);
    if (link) this.following.follow(link.target);
    return link !== null;
  }

  // The screen

  /** Shows the manuscript in an element; answers how to take it away again. */
  mount(element: HTMLElement): () => void {
    return this.viewport.mount(element, this.manuscript);
  }

  private inViewChanged(part: { from: number; to: number }): void {
    // Matches and numbers of pages are drawn only near to what is in view.
    const redraws = foundPlaces(this.store.state).length > 0 || this.pages;
    this.viewport.inViewChanged(part);
    if (redraws) this.redraw();
  }

  /** Draws what changed beside the text. It may come in the middle of a click, as while the text still scrolls. */
  private redraw(): void {
    this.viewport.settle();
    this.viewport.draw(null);
  }

  // The end

  /** Ends the session when its document is left. */
  close(): void {
    this.work.keep();
    this.sync.close();
    this.incoming.stop();
    this.derived.close();
    this.elsewhere.close();
    this.jumps.stop();
  }

  sendBeforeLeaving(): void {
    this.work.keep();
    this.sync.sendBeforeLeaving();
  }
}
