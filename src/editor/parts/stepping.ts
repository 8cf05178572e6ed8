import { nextStop, STOP_KINDS, stopsOf, type Stop, type StopKind } from "@/core/index";
import type { PageMap } from "@/core/layout/page-map";
import { readProof } from "@/core/proof";
import { isOneOf } from "@/core/one-of";
import type { JumpHost, Jumps } from "./jumps";
import { keepInBrowser, readKept } from "../browser/kept-in-browser";
import { foundPlaces } from "../plugins/matches";

/** What an author can step through in a window. */
export const STEP_KINDS = [...STOP_KINDS, "page", "finding", "match"] as const;
export type StepKind = StopKind | "page" | "finding" | "match";

/** What stepping needs of the window it is done in. */
interface SteppingHost extends JumpHost {
  readonly jumps: Jumps;
  readonly pages: PageMap | null;
  say(words: string): void;
}

const KEPT = "gate-rope step";

/** Steps to the next or previous of a kind that is chosen once. */
export class Stepping {
  kind: StepKind;
  /** Which of how many one stepped to last, counted from 1. */
  at: { readonly number: number; readonly of: number } | null = null;

  constructor(private readonly host: SteppingHost) {
    const kept = readKept(KEPT);
    this.kind = kept !== null && isOneOf(STEP_KINDS, kept) ? kept : "heading";
  }

  choose(kind: StepKind): void {
    this.kind = kind;
    this.at = null;
    keepInBrowser(KEPT, kind);
  }

  /** Goes to the next (1) or the one before (-1); says so where there is none. */
  step(direction: 1 | -1): void {
    const stops = this.stops();
    const i = nextStop(stops, this.from(stops, direction), direction);
    const stop = stops[i];
    if (stop) {
      this.at = { number: i + 1, of: stops.length };
      this.host.jumps.toPlace(stop.from, stop.to);
    } else if (stops.length === 0) this.host.say("There is none of these in the document.");
    else this.host.say(direction === 1 ? "This is the last one." : "This is the first one.");
  }

  private stops(): readonly Stop[] {
    const { index, state } = this.host;
    if (this.kind === "match") return foundPlaces(state);
    if (this.kind === "page")
      return [...new Set(this.host.pages?.starts)].map((from) => ({ from, to: from }));
    if (this.kind !== "finding") return stopsOf(index, this.kind);
    return readProof(index)
      .flatMap(({ places }) => places)
      .sort((a, b) => a.from - b.from);
  }

  /** Where one stands: inside of a block that is a stop, that is at the stop, which is not before oneself. */
  private from(stops: readonly Stop[], direction: 1 | -1): number {
    const { $from, from } = this.host.state.selection;
    if (direction === 1 || $from.depth === 0) return from;
    const block = $from.before(1);
    return stops.some((stop) => stop.from === block) &&
      !stops.some((stop) => stop.from > block && stop.from < from)
      ? block
      : from;
  }
}
