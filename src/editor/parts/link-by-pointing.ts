import type { EditorState, Transaction } from "prosemirror-state";
import type { DocumentIndex } from "@/core/index";
import { shortened } from "@/core/document";
import { destinationAt, linkRange } from "../commands/links";
import { wordAt } from "../commands/word-at";
import type { Jumps } from "./jumps";
import { linkedRange, hold, type LinkedRange } from "../plugins/linked-range";

/** What carrying needs of the window it is done in. */
export interface LinkByPointingHost {
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
  readonly jumps: Pick<Jumps, "offerWayBack">;
  say(text: string, options: { undo: boolean }): void;
}

/** Words that stay chosen while their author looks for where they should lead, and goes there to tie the link. */
export class LinkByPointing {
  constructor(private readonly host: LinkByPointingHost) {}

  get linked(): LinkedRange | null {
    return linkedRange(this.host.state);
  }

  /** Keeps words visibly chosen: those that are selected, or a range. */
  hold(purpose: LinkedRange["purpose"], range = this.selected): void {
    this.host.dispatch(hold(this.host.state.tr, { ...range, purpose }));
  }

  /** Carries the words that are chosen, or the word at the caret. */
  start(): boolean {
    const { selection, doc } = this.host.state;
    const words = selection.empty ? wordAt(doc.resolve(selection.from)) : this.selected;
    if (words) this.hold("carry", words);
    else this.host.say("Choose the words that should lead somewhere.", { undo: false });
    return true;
  }

  release(): void {
    if (this.linked) this.host.dispatch(hold(this.host.state.tr, null));
  }

  /** Ties the carried words to the place at a position; a bookmark is made where no destination stands. */
  linkTo(pos: number): void {
    const { host, linked } = this;
    if (!linked) return;
    const words = shortened(host.state.doc.textBetween(linked.from, linked.to, " "), 40);
    const tr = host.state.tr;
    const { target, made } = destinationAt(tr, host.index, pos);
    const from = tr.mapping.map(linked.from, 1);
    const to = tr.mapping.map(linked.to, -1);
    linkRange(tr, from, to, target);
    host.dispatch(hold(tr, null).setMeta("addToHistory", true));
    // One went to the place to point at it, and usually wants to go on writing where the words are.
    if (linked.purpose === "carry") host.jumps.offerWayBack({ from, to });
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
    if (this.linked?.purpose !== "carry") return false;
    this.linkTo(pos);
    return true;
  }

  /** While words are carried Enter ties them at the caret and Escape puts them down; false for any other key. */
  key({ key }: KeyboardEvent): boolean {
    if (this.linked?.purpose !== "carry") return false;
    if (key === "Escape") this.release();
    else if (key === "Enter") this.linkTo(this.host.state.selection.from);
    else return false;
    return true;
  }

  private get selected(): { from: number; to: number } {
    const { from, to } = this.host.state.selection;
    return { from, to };
  }
}
