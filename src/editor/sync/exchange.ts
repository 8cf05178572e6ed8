import { getDocument } from "@/contract/documents";
import { getSteps } from "@/contract/steps";
import type { Node } from "prosemirror-model";
import type { Transaction } from "prosemirror-state";
import { jsonOf, newId, schema, documentTitle } from "@/core/document";
import type { OwnStep } from "@/core/steps";
import {
  errorAnswer,
  OtherLine,
  OwnSteps,
  sentSteps,
  type Caret,
  type LiveEvent,
  type Presence,
  type SentSteps,
  type Taken,
} from "@/core/collab";
import { CaretSender } from "./caret-sender";
import { DocumentRequests, type RequestOptions } from "./document-requests";
import type { KeepingState } from "./keeping-state";
import { LiveConnection } from "./live-connection";
import { isOffline } from "./offline";
import { OtherTabs } from "./other-tabs";
import type { SyncHost } from "./sync-host";
import { WaitingSteps } from "./waiting-steps";
import { displacedId, type Displaced, type WaitingStore } from "./waiting-store";

export interface ExchangeOptions extends RequestOptions {
  readonly version: number;
  readonly store: WaitingStore;
  /** Who this is among all windows that ever had the document open. */
  readonly client?: string;
  /** Asks for what happens live, where that goes another way than all else. */
  readonly live?: typeof globalThis.fetch;
  /** Steps that wait already. */
  readonly waiting?: readonly OwnStep[];
  /** The longest time between two tries while the server is away, in milliseconds. */
  readonly longestPause?: number;
}

/** What is typed within so many milliseconds is sent together; longer while nobody else waits to see it. */
const PAUSE = 120;
const PAUSE_ALONE = 300;
const MAX_PAUSE_MS = 15_000;
const MAX_STEPS_PER_REQUEST = 500;

/**
 * One window's exchange of steps with the authority of a document. Own steps wait here, and in the store, until they are
 * accepted; accepted ones of others go under them. Knows nothing of a screen.
 */
export class Exchange {
  state: KeepingState = { kind: "kept" };
  /** Who has the document open, oneself left out. */
  people: readonly Presence[] = [];
  readonly client: string;

  private readonly own: OwnSteps;
  private readonly stored: WaitingSteps;
  private readonly live: LiveConnection;
  private readonly requests: DocumentRequests;
  private readonly caret: CaretSender;
  private readonly longestPause: number;
  private sending = false;
  private fetching = false;
  private loading = false;
  /** The server's document does not come from the version here; noted until what is here is kept. */
  private otherLine = false;
  private closed = false;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private due = 0;
  private pause = PAUSE;
  private refusals = 0;
  /** Why the last try did not keep what waits; null where it did, or the server wants something else first. */
  private whyNot: ((stored: boolean) => KeepingState) | null = null;
  private readonly tabs: OtherTabs;

  constructor(
    private readonly host: SyncHost,
    private readonly options: ExchangeOptions,
  ) {
    this.client = options.client ?? newId();
    this.own = new OwnSteps(this.client, options.version, options.waiting);
    this.requests = new DocumentRequests(options, this.client);
    this.caret = new CaretSender(this.requests, () => this.caretNow());
    this.longestPause = options.longestPause ?? MAX_PAUSE_MS;
    this.stored = new WaitingSteps(options.store, options.document, this.client);
    this.live = new LiveConnection(
      () => this.requests.liveAddress(this.version),
      (event) => this.onEvent(event),
      () => this.connectionChanged(),
      options.live ?? this.requests.fetch,
      this.longestPause,
    );
    globalThis.addEventListener?.("online", this.backOnline);
    this.tabs = new OtherTabs(options.document, (since) => this.take(since));
    if (this.waiting.length > 0) {
      this.become({ kind: "keeping" });
      this.schedule(0);
    }
  }

  // Own steps

  /** Takes in what was just done here. */
  add(transactions: readonly Transaction[]): void {
    const before = this.waiting;
    this.own.add(transactions);
    if (this.waiting === before) return;
    const noted = this.stored.note(this.version, this.waiting);
    if (this.state.kind !== "keeping") this.become({ kind: "keeping" });
    void noted.then(() => this.sayAgainWhyNot());
    this.schedule(this.gathering);
  }

  /** The version that is known to be on disk. */
  get version(): number {
    return this.own.version;
  }

  get hasUnkept(): boolean {
    return this.waiting.length > 0;
  }

  /** Whether closing the window now would lose something. */
  get wouldLose(): boolean {
    return this.hasUnkept && !this.stored.safe;
  }

  get connected(): boolean {
    return this.live.connected;
  }

  /** Sends what waits, now. */
  flush(): void {
    if (this.waiting.length > 0) this.schedule(0);
  }

  /** Resolves when the store holds, or has let go of, all that was noted. */
  settled(): Promise<void> {
    return this.stored.note(this.version, this.waiting);
  }

  /** A last try while the page is going away; what does not arrive waits in the store. */
  sendBeforeLeaving(): void {
    if (!this.sending && this.waiting.length > 0)
      void this.append(this.waiting.slice(0, MAX_STEPS_PER_REQUEST), { keepalive: true }).catch(() => {});
  }

  // Others

  /** The network is there again: what waits is sent at once, and one listens. */
  private readonly backOnline = (): void => {
    this.flush();
    this.live.hurry();
  };

  /** Listens to what happens; a window that is not looked at rests. */
  listen(): void {
    this.live.open();
  }

  rest(): void {
    this.live.rest();
  }

  close(): void {
    this.closed = true;
    globalThis.removeEventListener?.("online", this.backOnline);
    if (this.timer) clearTimeout(this.timer);
    this.caret.stop();
    this.live.close();
    this.tabs.close();
  }

  /** Tells the others where the caret is, once what was done here is accepted: only then they know the same places. */
  sendCaret(): void {
    this.caret.soon();
  }

  /** The caret as the others can be told of it now; null while nobody is there to know, "later" while they do not know its place. */
  private caretNow(): Caret | null | "later" {
    if (this.closed || !this.live.connected || this.people.length === 0) return null;
    if (this.waiting.length > 0) return "later";
    const { anchor, head } = this.host.state.selection;
    return { version: this.version, anchor, head };
  }

  /** The name was changed; the others learn it with a new connection. */
  renamed(): void {
    if (!this.live.connected) return;
    this.live.rest();
    this.live.open();
  }

  /** Where somebody's caret stands in the document as it is here, or null where they are at another version. */
  placeOf(caret: Caret): { anchor: number; head: number } | null {
    if (caret.version !== this.version) return null;
    const size = this.host.state.doc.content.size;
    const place = (pos: number) =>
      Math.min(
        this.waiting.reduce((at, { step }) => step.getMap().map(at, -1), pos),
        size,
      );
    return { anchor: place(caret.anchor), head: place(caret.head) };
  }

  private onEvent(event: LiveEvent): void {
    if (event.kind === "steps") this.take(event.since);
    else if (event.kind === "gone") this.reloadSoon();
    else if (event.kind === "removed") this.host.removed();
    else {
      const before = this.people.length;
      this.people = event.people.filter((person) => person.client !== this.client);
      if (before === 0 && this.people.length > 0) this.caret.forget();
      this.sendCaret();
      this.host.changed();
    }
  }

  private connectionChanged(): void {
    if (this.live.connected) {
      this.caret.forget();
      if (this.state.kind === "unreachable") this.flush();
    } else this.people = [];
    this.host.changed();
  }

  // The work

  private schedule(pause: number): void {
    if (this.sending || this.closed) return;
    // Who types on and on must not put the sending off with every key.
    const due = Date.now() + pause;
    if (this.timer && this.due <= due) return;
    if (this.timer) clearTimeout(this.timer);
    this.due = due;
    this.timer = setTimeout(() => {
      this.timer = null;
      void this.send();
    }, pause);
  }

  private async send(): Promise<void> {
    if (this.sending || this.closed || this.waiting.length === 0) return;
    this.sending = true;
    const { version } = this;
    let answered = false;
    if (isOffline()) {
      // It is sent as soon as the browser has a network again.
      this.sending = false;
      await this.tryAgain((stored) => ({ kind: "unreachable", stored }));
      return;
    }
    const sent = this.waiting.slice(0, MAX_STEPS_PER_REQUEST);
    try {
      const response = await this.append(sent);
      const answer: unknown = await response.json().catch(() => null);
      await this.takeAnswer(response.status, answer);
      answered = response.ok || response.status === 409;
    } catch {
      await this.tryAgain((stored) => ({ kind: "unreachable", stored }));
    } finally {
      this.sending = false;
      // What others' steps held up, or did not go into one request, goes at once; what was typed meanwhile is gathered again.
      const left =
        this.waiting.length >= MAX_STEPS_PER_REQUEST ||
        (this.waiting[0]?.number ?? Infinity) <= sent.at(-1)!.number;
      if (this.waiting.length > 0)
        this.schedule(answered && left && this.version > version ? 0 : this.gathering);
    }
  }

  private async takeAnswer(status: number, answer: unknown): Promise<void> {
    this.whyNot = null;
    if (status === 200) {
      const since = sentSteps.parse(answer);
      this.refusals = 0;
      this.pause = PAUSE;
      this.take(since);
      this.tabs.tell(since);
      this.live.hurry();
      this.become({ kind: this.waiting.length === 0 ? "kept" : "keeping" });
      return;
    }
    const error = errorAnswer.safeParse(answer).data?.error;
    if (status === 409 || status === 410 || status === 422) {
      // The server is there; what it wants is done at once.
      this.pause = PAUSE;
      this.become({ kind: "keeping" });
    }
    if (status === 409 && error?.since) return this.take(error.since);
    if (status === 409 && error?.code === "other-line") {
      this.otherLine = true;
      return this.reload();
    }
    if (status === 410 || (status === 409 && error?.code === "future-version")) return this.reload();
    if (status === 422 && this.refusals++ < 1) return this.reload();
    if (status === 422) return this.giveUpWaiting();
    await this.tryAgain((stored) => ({
      kind: "refused",
      why: error?.message ?? `The server answered with ${status}.`,
      stored,
    }));
  }

  /** Takes accepted steps in, whichever way they came. */
  private take(since: SentSteps): void {
    if (this.closed) return;
    if (this.own.misses(since)) return void this.catchUp();
    const news = since.version + since.steps.length > this.version;
    if (news) this.host.settle();
    try {
      const taken = this.own.take(since, this.host.state);
      if (!news) return;
      this.apply(taken);
    } catch (error) {
      // The copy here is not the authority's; it is reloaded, own steps on top.
      if (error instanceof OtherLine) this.otherLine = true;
      return this.reloadSoon();
    }
    this.afterTaking();
  }

  private apply({ tr, dropped, displaced }: Taken): void {
    if (tr) this.host.receive(tr);
    if (displaced.length > 0) void this.keepDisplaced(this.ofPlace(displaced, dropped[0]!));
    else if (dropped.length > 0) this.host.dropped(dropped.length);
  }

  private afterTaking(): void {
    void this.stored.note(this.version, this.waiting);
    if (this.waiting.length === 0 && this.state.kind !== "kept") this.become({ kind: "kept" });
    this.sendCaret();
    this.host.changed();
  }

  /** Fetches the steps that were missed. */
  private async catchUp(): Promise<void> {
    if (this.fetching) return;
    this.fetching = true;
    try {
      const response = await this.requests.stepsAfter(this.version);
      if (response.status === 410) await this.reload();
      else if (response.ok) this.take(getSteps.answer.parse(await response.json()));
    } catch {
      // The live connection brings them as soon as it stands again.
    } finally {
      this.fetching = false;
    }
  }

  /** Takes the newest version whole, by whatever way it came about, and puts it under your own steps. */
  private async reload(): Promise<void> {
    const asked = this.version;
    const response = await this.requests.whole();
    if (!response.ok) throw new Error(`answered with ${response.status}`);
    const { document, ...whole } = getDocument.answer.parse(await response.json());
    const { version } = whole;
    // Accepted steps may have come while this was on its way; but a server that was put back to an earlier version is right.
    if (this.closed || (version < this.version && version >= asked)) return;
    this.host.settle();
    const target = schema.nodeFromJSON(document);
    if (this.otherLine || version < this.version) await this.keepVersion(target);
    this.otherLine = false;
    this.apply(this.own.rebaseOnto(target, whole, this.host.state));
    this.afterTaking();
  }

  /**
   * The server has an older version than this window, or one that went another way: it was put back, or lost something, and this
   * window may hold the last copy of what was accepted. It is stored before the window becomes what the server has, and offered as a version to restore.
   */
  private async keepVersion(target: Node): Promise<void> {
    const { doc } = this.host.state;
    if (doc.eq(target)) return;
    await this.keepDisplaced({
      kind: "version",
      id: `${this.client} version ${this.version}`,
      document: this.options.document,
      blocks: [jsonOf(doc)],
      words: documentTitle(doc),
      at: Date.now(),
    });
  }

  private reloadSoon(): void {
    if (this.loading) return;
    this.loading = true;
    const attempt = (): void =>
      void this.reload().then(
        () => (this.loading = false),
        () => setTimeout(() => !this.closed && attempt(), 2_000),
      );
    attempt();
  }

  /** Steps that the authority will never take: the newest version is shown, and what was written goes to its author. */
  private async giveUpWaiting(): Promise<void> {
    this.host.settle();
    const given = this.waiting;
    const { tr, blocks } = this.own.giveUp(this.host.state);
    this.refusals = 0;
    this.host.receive(tr);
    this.afterTaking();
    if (blocks.some((block) => block.textContent.trim() !== ""))
      void this.keepDisplaced(this.ofPlace(blocks, given[0]!));
    else this.host.dropped(given.length);
    await this.reload();
  }

  /** `first`: the first of the steps that put the words in. */
  private ofPlace(blocks: readonly Node[], first: OwnStep): Displaced {
    return {
      kind: "place",
      id: displacedId(this.client, first),
      document: this.options.document,
      blocks: blocks.map((block) => jsonOf(block)),
      words: blocks.map((block) => block.textContent).join("\n"),
      at: Date.now(),
    };
  }

  private async keepDisplaced(displaced: Displaced): Promise<void> {
    await this.options.store.keepDisplaced(displaced).catch(() => {});
    this.host.displaced(displaced);
  }

  /** How long what is typed now may wait for what is typed next, or for the server to be back. */
  private get gathering(): number {
    return Math.max(this.pause, this.people.length > 0 ? PAUSE : PAUSE_ALONE);
  }

  private get waiting(): readonly OwnStep[] {
    return this.own.waiting;
  }

  private async tryAgain(whyNot: (stored: boolean) => KeepingState): Promise<void> {
    this.whyNot = whyNot;
    this.pause = Math.min(Math.max(this.pause * 2, 1_000), this.longestPause);
    // The screen says more than “keeping” only when it is known where the words are.
    await this.stored.note(this.version, this.waiting);
    // What waited may have come back, or lost its place, by the live connection meanwhile; nothing would be sent again then.
    if (this.waiting.length > 0) this.become(whyNot(this.stored.safe));
  }

  /** While the server is away, the screen says so again once what was typed meanwhile is stored. */
  private sayAgainWhyNot(): void {
    const { whyNot } = this;
    if (whyNot && this.state.kind === "keeping" && this.waiting.length > 0)
      this.become(whyNot(this.stored.safe));
  }

  private append(steps: readonly OwnStep[], options?: RequestInit): Promise<Response> {
    return this.requests.append({ version: this.version, ledBy: this.own.ledBy, steps }, options);
  }

  private become(state: KeepingState): void {
    if (state.kind === "kept") this.whyNot = null;
    this.state = state;
    this.host.changed();
  }
}
