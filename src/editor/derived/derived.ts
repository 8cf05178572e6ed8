import type { Node } from "prosemirror-model";
import type { Mappable, Step } from "prosemirror-transform";
import { jsonOf, settingsOf } from "@/core/document";
import { stepToJSON } from "@/core/steps";
import type { Computed } from "@/core/compute";
import type { BrokenTargets, AskedPlace } from "@/core/links";
import type { PageDrawing } from "@/core/layout";
import { looksSame } from "@/core/order";
import { PageMap } from "@/core/layout/page-map";
import type { Finding } from "@/core/proof";
import type { Doubled, Plan, PlanEffect } from "@/core/wayfinding";
import type { FromWorker, LinkCount, ToWorker } from "./protocol";

/** A worker, or what stands for one in a test. */
export interface Peer {
  postMessage(message: ToWorker): void;
  onmessage: ((event: MessageEvent<readonly FromWorker[]>) => void) | null;
  terminate(): void;
}

/** What a worker found; `current` is false while the document is further than that. */
export interface Derived<T> {
  readonly value: T;
  readonly current: boolean;
}

const BLOCKS_PER_BATCH = 300;
/** Steps made within so many milliseconds go into one message. */
const GATHERED = 200;

/**
 * What is worked out beside the editing: which links are broken, the findings of the proof. The worker is fed with the
 * document piece by piece when there is time, then with every step.
 */
export class DerivedState {
  /** Targets on which no link can land; as of the last answer that was about the newest revision. */
  broken: BrokenTargets = new Map();
  private linkCount: LinkCount | null = null;
  private linksAt = -1;
  private findings: readonly Finding[] = [];
  private findingsAt = -1;
  private pageMap: PageMap | null = null;
  private pagesAt = -1;
  /** Changes since the pages were told of. */
  private sincePages: Mappable[] = [];
  /** Signs that no font of the pages has, with their places as of the last answer. */
  missingCharacters: readonly (readonly [sign: string, pos: number])[] = [];
  /** What came of the expressions in the text, as of the last layout. */
  computed: ReadonlyMap<string, Computed> = new Map();
  /** Pages that are looked at, as they were drawn last. */
  readonly drawings = new Map<number, PageDrawing>();
  /** Where findings other than broken links begin, as of the last pause in writing. */
  findingPlaces: readonly number[] = [];
  private revision = 0;
  private readonly peer: Peer;
  private watchers = 0;
  private steps: Step[] = [];
  private sendTimer: ReturnType<typeof setTimeout> | null = null;
  /** Steps that come before the worker has the whole document. */
  private waiting: ToWorker[] | null = null;
  /** What the answers have said so far, whatever revision they were about: each tells only what changed. */
  private lastSent = new Map<string, string>();

  constructor(
    doc: Node,
    private readonly changed: () => void,
    start: () => Peer,
    private readonly whenIdle: (work: () => void) => void,
  ) {
    this.peer = start();
    this.peer.onmessage = ({ data }) => this.takeAnswers(data);
    this.newest = doc;
    this.hand(doc);
  }

  private newest: Node;

  /** Tells the worker of a change. */
  add(doc: Node, steps: readonly Step[]): void {
    this.newest = doc;
    this.revision++;
    this.steps.push(...steps);
    if (this.pageMap) for (const step of steps) this.sincePages.push(step.getMap());
    // Keys that follow each other are told together; none of them is held up by it.
    this.sendTimer ??= setTimeout(() => this.sendSteps(), GATHERED);
  }

  private sendSteps(): void {
    this.sendTimer = null;
    const message: ToWorker = {
      kind: "steps",
      revision: this.revision,
      steps: this.steps.map(stepToJSON),
    };
    this.steps = [];
    if (this.waiting) this.waiting.push(message);
    else this.peer.postMessage(message);
  }

  /** How many links there are and how many are broken; null before the first answer. */
  get links(): Derived<LinkCount> | null {
    return this.linkCount && { value: this.linkCount, current: this.linksAt === this.revision };
  }

  /** The findings of the proof, once somebody watches them; null before the first answer. */
  get proof(): Derived<readonly Finding[]> | null {
    return this.findingsAt < 0 ? null : { value: this.findings, current: this.findingsAt === this.revision };
  }

  /** Where the pages begin; null before they are laid out first. */
  get pages(): Derived<PageMap> | null {
    if (this.pageMap && this.sincePages.length > 0) {
      this.pageMap = this.pageMap.mapped(this.sincePages);
      this.sincePages = [];
    }
    return this.pageMap && { value: this.pageMap, current: this.pagesAt === this.revision };
  }

  /** Has pages drawn, counted from 0, and redrawn when they change. */
  lookAtPages(pages: readonly number[]): void {
    for (const page of this.drawings.keys()) if (!pages.includes(page)) this.drawings.delete(page);
    this.post({ kind: "look-at-pages", revision: this.revision, pages });
  }

  /** Tells the worker what is known of places of other documents. */
  sendPlaces(asked: ReadonlyMap<string, AskedPlace>): void {
    this.post({ kind: "asked", revision: this.revision, places: [...asked] });
  }

  /** Lets the findings follow each change; answers how to end that. */
  watchProof(): () => void {
    if (++this.watchers === 1) this.post({ kind: "watch-proof", revision: this.revision, watched: true });
    return () => {
      if (--this.watchers === 0) this.post({ kind: "watch-proof", revision: this.revision, watched: false });
    };
  }

  /** What the plan would change that was asked about last; as of the last answer. */
  plan: { readonly effect: PlanEffect; readonly doubled: readonly Doubled[] } | null = null;

  /** Asks what a plan would change, of the document as it is now. */
  askAboutPlan(plan: Plan, keeping: boolean, pages: PageMap | null): void {
    if (this.sendTimer) {
      // It is about the document with all that was typed.
      clearTimeout(this.sendTimer);
      this.sendSteps();
    }
    const message: ToWorker = {
      kind: "plan",
      revision: this.revision,
      plan,
      keeping,
      pages: pages && { starts: pages.starts, ranges: pages.labels.ranges, papers: pages.papers },
    };
    if (this.waiting) this.waiting.push(message);
    else this.post(message);
  }

  close(): void {
    if (this.sendTimer) clearTimeout(this.sendTimer);
    this.peer.terminate();
  }

  /** Changes with every drawing that comes. */
  drawingsCame = 0;

  private post(message: ToWorker): void {
    this.peer.postMessage(message);
  }

  private hand(doc: Node): void {
    // These steps are in the document that is handed over.
    this.steps = [];
    const { revision } = this;
    const waiting: ToWorker[] = [];
    this.waiting = waiting;
    const blocks = doc.content.content;
    const next = (at: number) => {
      if (this.waiting !== waiting) return;
      const end = Math.min(at + BLOCKS_PER_BATCH, blocks.length);
      const last = end === blocks.length;
      this.post({
        kind: "blocks",
        revision,
        settings: settingsOf(doc),
        at,
        blocks: blocks.slice(at, end).map((block) => jsonOf(block)),
        last,
      });
      if (!last) return this.whenIdle(() => next(end));
      this.waiting = null;
      for (const message of waiting) this.post(message);
    };
    this.whenIdle(() => next(0));
  }

  private takeAnswers(answers: readonly FromWorker[]): void {
    let changed = false;
    for (const answer of answers) changed = this.takeIn(answer) || changed;
    if (changed) this.changed();
  }

  /** Takes an answer in; false where it says nothing new about what is shown. */
  private takeIn(answer: FromWorker): boolean {
    const newest = answer.revision === this.revision;
    switch (answer.kind) {
      case "lost":
        this.hand(this.newest);
        return false;
      case "computed":
        this.computed = new Map(answer.values);
        return true;
      case "plan":
        this.plan = { effect: answer.effect, doubled: answer.doubled };
        return true;
      case "drawing":
        this.drawings.set(answer.page, answer.drawing);
        this.drawingsCame++;
        return true;
      case "pages": {
        if (!newest) return false;
        const pages = new PageMap(answer.starts, answer.ranges, answer.papers);
        // The same object where nothing moved but along with its words, so that nothing is redrawn.
        if (!this.pages?.value.equals(pages)) this.pageMap = pages;
        this.sincePages = [];
        this.pagesAt = answer.revision;
        this.missingCharacters = answer.missing;
        return true;
      }
      case "finding-places": {
        const places = [...answer.places];
        if (!newest || looksSame(places, this.findingPlaces, this.newest.content.size)) return false;
        this.findingPlaces = places;
        return true;
      }
      case "proof":
        if (!newest) return false;
        this.findings = answer.findings;
        this.findingsAt = answer.revision;
        return true;
      case "broken":
        for (const target of answer.removed) this.lastSent.delete(target);
        for (const [target, why] of answer.added) this.lastSent.set(target, why);
        // The worker has the later steps already and answers to them at once.
        if (!newest) return false;
        this.linkCount = answer.links;
        this.linksAt = answer.revision;
        if (!sameTargets(this.broken, this.lastSent)) this.broken = new Map(this.lastSent);
        return true;
    }
  }
}

function sameTargets(a: BrokenTargets, b: BrokenTargets): boolean {
  return a.size === b.size && [...a].every(([target, why]) => b.get(target) === why);
}

/** The worker of a window. */
export function startWorker(): Peer {
  return new Worker(new URL("./derived.worker.ts", import.meta.url), { type: "module" });
}
