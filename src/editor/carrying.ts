import type { EditorState, Transaction } from "prosemirror-state";
import type { DocumentIndex } from "@/core/destinations";
import { shortened } from "@/core/document";
import { destinationAt, linkRange } from "./commands/links";
import { wordAt } from "./commands/word-at";
import type { Jumps } from "./jumps";
import { heldRange, hold, type HeldRange } from "./plugins/held-range";

/** What carrying needs of the window it is done in. */
export interface CarryingHost {
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
  readonly jumps: Pick<Jumps, "offerWayBack">;
  say(text: string, options: { undo: boolean }): void;
}

/** Words that stay chosen while their author looks for where they shall lead, and goes there to tie the link. */
export class Carrying {
  constructor(private readonly host: CarryingHost) {}

  get held(): HeldRange | null {
    return heldRange(this.host.state);
  }

  /** Keeps words visibly chosen: those that are selected, or a range. */
  hold(purpose: HeldRange["purpose"], range = this.selected): void {
    this.host.dispatch(hold(this.host.state.tr, { ...range, purpose }));
  }

  /** Carries the words that are chosen, or the word at the caret. */
  carryChosen(): boolean {
    const { selection, doc } = this.host.state;
    const words = selection.empty ? wordAt(doc.resolve(selection.from)) : this.selected;
    if (words) this.hold("carry", words);
    else this.host.say("Choose the words that shall lead somewhere.", { undo: false });
    return true;
  }

  release(): void {
    if (this.held) this.host.dispatch(hold(this.host.state.tr, null));
  }

  /** Ties the carried words to the place at a position; a bookmark is made where no destination stands. */
  tieAt(pos: number): void {
    const { host, held } = this;
    if (!held) return;
    const words = shortened(host.state.doc.textBetween(held.from, held.to, " "), 40);
    const tr = host.state.tr;
    const { target, made } = destinationAt(tr, host.index, pos);
    const from = tr.mapping.map(held.from, 1);
    const to = tr.mapping.map(held.to, -1);
    linkRange(tr, from, to, target);
    host.dispatch(hold(tr, null).setMeta("addToHistory", true));
    // One went to the place to point at it, and mostly wants to go on writing where the words are.
    if (held.purpose === "carry") host.jumps.offerWayBack({ from, to });
    const name = target.kind === "destination" ? (host.index.destination(target.id)?.name ?? "") : "";
    host.say(
      made
        ? `“${words}” now leads to a new bookmark, “${made}”.`
        : `“${words}” now leads to “${shortened(name, 40)}”.`,
      { undo: true },
    );
  }

  /** A click while words are carried ties them there; false where none are. */
  click(pos: number): boolean {
    if (this.held?.purpose !== "carry") return false;
    this.tieAt(pos);
    return true;
  }

  /** While words are carried Enter ties them at the caret and Escape puts them down; false for any other key. */
  key({ key }: KeyboardEvent): boolean {
    if (this.held?.purpose !== "carry") return false;
    if (key === "Escape") this.release();
    else if (key === "Enter") this.tieAt(this.host.state.selection.from);
    else return false;
    return true;
  }

  private get selected(): { from: number; to: number } {
    const { from, to } = this.host.state.selection;
    return { from, to };
  }
}
