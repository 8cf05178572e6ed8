import type { EditorState, Transaction } from "prosemirror-state";
import type { Displaced } from "./waiting-store";

/** What the exchange needs of the window it works for. */
export interface SyncHost {
  state: EditorState;
  /** Brings `state` up to what was just typed or selected on the screen, before others' changes go under it. */
  settle(): void;
  /** Takes in a change that others made. */
  receive(tr: Transaction): void;
  /** Something that may be shown has changed. */
  changed(): void;
  /** Words whose place is gone, stored already where that was possible. */
  displaced(words: Displaced): void;
  /** Steps that could not be applied any more, though no words are lost by it. */
  dropped(count: number): void;
  removed(): void;
}
