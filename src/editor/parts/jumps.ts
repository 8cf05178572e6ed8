import type { EditorState, Transaction } from "prosemirror-state";
import type { DocumentIndex, Stop } from "@/core/index";
import { isKind, shortened, type DestinationId } from "@/core/document";
import type { WayOn } from "@/core/wayfinding";
import { selectionAt, shownEnd } from "./landing";
import { glow } from "../plugins/glow";

/** A place one jumped from. */
export interface TrailPlace {
  readonly pos: number;
  readonly label: string;
}

/** What jumps need of the window they are made in. */
export interface JumpHost {
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
  /** Brings `state` up to what was just typed or selected on the screen. */
  settle(): void;
  /** Brings a position to the upper part of the window, and the keyboard to the text. */
  scrollTo(pos: number): void;
  /** Says something to screen readers. */
  speak(words: string): void;
}

/** How one went to a place. */
export type Way = "jump" | "back" | "forward";

const GLOW_TIME = 900;
const MAX_TRAIL = 50;

/** Jumps within a document, each with the way back. */
export class Jumps {
  /** Places to go back to, the latest last. */
  trail: readonly TrailPlace[] = [];
  /** Places one came back from, the latest last. */
  ahead: readonly TrailPlace[] = [];
  private readonly watchers = new Set<(way: Way) => void>();
  private glowTimer: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly host: JumpHost) {}

  /** Tells of each jump, and of each step back and forward; answers how to end that. */
  watch(onJump: (way: Way) => void): () => void {
    this.watchers.add(onJump);
    return () => this.watchers.delete(onJump);
  }

  /** Goes to a destination; the place one came from joins the trail. False where it does not stand any more. */
  to(id: DestinationId): boolean {
    const place = this.host.index.destination(id);
    if (!place) return false;
    this.toPlace(place.pos, place.end);
    return true;
  }

  /** Goes to a position and lets what stands there, up to `end`, glow. */
  toPlace(pos: number, end: number = pos): void {
    this.trail = [...this.trail.slice(1 - MAX_TRAIL), this.here];
    this.ahead = [];
    this.land(pos, end);
    this.notifyAll("jump");
  }

  /** Goes on from where a jump led; the way back stays that of the jump. */
  onTo(pos: number): void {
    this.land(pos, pos);
  }

  /** Begins at a place, with the way back to the beginning. */
  beginAt(): void {
    this.trail = [{ pos: 0, label: "the beginning" }];
  }

  /** Offers the way back to words that were left without a jump. */
  offerWayBack({ from, to }: Stop): void {
    const last = this.trail.at(-1);
    if (last && last.pos >= from && last.pos <= to) return;
    this.trail = [...this.trail.slice(1 - MAX_TRAIL), this.placeAt(to)];
    this.ahead = [];
  }

  private get here(): TrailPlace {
    const { $from, from } = this.host.state.selection;
    // The caret of who landed on a figure is in its caption.
    return this.placeAt(isKind($from.parent, "figure") ? $from.before() : from);
  }

  private placeAt(pos: number): TrailPlace {
    const heading = this.host.index.sectionAt(pos);
    return { pos, label: heading ? shortened(heading.name || "a section", 40) : "the beginning" };
  }

  /** Goes where a return link leads: to its destination, or to the beginning. */
  byReturn = ({ to }: WayOn): void => {
    if (to) this.to(to);
    else this.toPlace(0);
  };

  /** Goes back to where the last jump began; false where there was none. `told`: whether who watches is told. */
  back({ told: notify = true } = {}): boolean {
    const place = this.trail.at(-1);
    if (!place) return false;
    this.ahead = [...this.ahead.slice(1 - MAX_TRAIL), this.here];
    this.trail = this.trail.slice(0, -1);
    this.land(place.pos, place.pos, "Back");
    if (notify) this.notifyAll("back");
    return true;
  }

  /** Goes forward to where the last way back began; false where there was none. */
  forward({ told: notify = true } = {}): boolean {
    const place = this.ahead.at(-1);
    if (!place) return false;
    this.trail = [...this.trail.slice(1 - MAX_TRAIL), this.here];
    this.ahead = this.ahead.slice(0, -1);
    this.land(place.pos, place.pos, "Forward");
    if (notify) this.notifyAll("forward");
    return true;
  }

  /** Lets the trail follow a change. */
  follow(transactions: readonly Transaction[]): void {
    const followed = (places: readonly TrailPlace[]) =>
      places.map((place) => ({
        ...place,
        pos: transactions.reduce((pos, { mapping }) => mapping.map(pos), place.pos),
      }));
    if (this.trail.length > 0) this.trail = followed(this.trail);
    if (this.ahead.length > 0) this.ahead = followed(this.ahead);
  }

  stop(): void {
    if (this.glowTimer) clearTimeout(this.glowTimer);
  }

  private notifyAll(way: Way): void {
    for (const watcher of this.watchers) watcher(way);
  }

  private land(pos: number, end: number, how = "Jumped"): void {
    const { host } = this;
    const { doc, tr } = host.state;
    const at = Math.min(pos, doc.content.size);
    tr.setSelection(selectionAt(doc, at));
    host.dispatch(glow(tr, { from: at, to: Math.max(shownEnd(doc, at, end), at) }));
    this.stop();
    this.glowTimer = setTimeout(() => {
      // The caret may have been moved this very moment.
      host.settle();
      host.dispatch(glow(host.state.tr, null));
    }, GLOW_TIME);
    host.scrollTo(at);
    host.speak(`${how} to ${this.calledAt(at)}`);
  }

  /** What stands at a position, in words. */
  private calledAt(pos: number): string {
    const heading = this.host.index.sectionAt(pos);
    if (!heading) return "the beginning";
    const name = shortened(heading.name || "a section", 60);
    return heading.pos === pos ? `${name}, heading level ${heading.level}` : `a place in ${name}`;
  }
}
