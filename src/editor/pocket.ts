import type { EditorState, Transaction } from "prosemirror-state";
import type { Destination, DocumentIndex } from "@/core/destinations";
import { shortened, type DestinationId } from "@/core/document";
import { linkRange, targetOf } from "./commands/links";
import { keepInBrowser, readKept } from "./kept-in-browser";

/** What the pocket needs of the window it is in. */
export interface PocketHost {
  readonly id: string;
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
  say(words: string, options: { undo: boolean }): void;
}

const MOST = 12;

/**
 * Places that were picked up, the latest first, to be tied to words later. One may be in the hand: then words are chosen and tied to it
 * one after the other, without leaving that.
 */
export class Pocket {
  /** The place in the hand. */
  held: DestinationId | null = null;
  private ids: readonly DestinationId[];

  constructor(
    private readonly host: PocketHost,
    private readonly changed: () => void,
  ) {
    this.ids = (readKept(this.key) ?? "").split(" ").filter(Boolean) as DestinationId[];
  }

  /** The places that were picked up and still stand, the latest first. */
  get recent(): readonly Destination[] {
    return this.ids.flatMap((id) => this.host.index.destination(id) ?? []);
  }

  /** Takes a place along. */
  take(id: DestinationId): void {
    this.remember(id);
    this.held = id;
    this.changed();
  }

  /** Notes a place that something was tied to. */
  remember(id: DestinationId): void {
    this.ids = [id, ...this.ids.filter((other) => other !== id)].slice(0, MOST);
    keepInBrowser(this.key, this.ids.join(" "));
  }

  putDown(): void {
    this.held = null;
    this.changed();
  }

  /** Ties what is chosen to the place in the hand; says so where nothing is chosen. */
  tie(): void {
    const place = this.held && this.host.index.destination(this.held);
    if (!place) return this.putDown();
    const { from, to, empty } = this.host.state.selection;
    if (empty) return this.host.say("First choose the words that are to lead there.", { undo: false });
    const words = shortened(this.host.state.doc.textBetween(from, to, " "), 40);
    this.host.dispatch(linkRange(this.host.state.tr, from, to, targetOf(place)));
    this.host.say(`“${words}” now leads to “${shortened(place.name, 40)}”.`, { undo: true });
  }

  /** While a place is in the hand Enter ties what is chosen and Escape puts it down; false for any other key. */
  keyDown({ key }: KeyboardEvent): boolean {
    if (this.held === null) return false;
    if (key === "Escape") this.putDown();
    else if (key === "Enter" && !this.host.state.selection.empty) this.tie();
    else return false;
    return true;
  }

  private get key(): string {
    return `gate-rope pocket ${this.host.id}`;
  }
}
