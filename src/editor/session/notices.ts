import { Observable } from "./observable";

/** What the session tells its author, shown for a while. */
export interface Notice {
  readonly id: number;
  readonly text: string;
  /** Whether Undo takes back what the notice tells of. */
  readonly undo: boolean;
}

/** What the session tells its author: notices that are shown and read aloud, and words for screen readers alone. */
export class Notices extends Observable {
  /** The notice that is shown. */
  current: Notice | null = null;
  /** What was last said to screen readers alone. */
  spoken: { readonly id: number; readonly words: string } = { id: 0, words: "" };
  private count = 0;

  readonly say = (text: string, { undo = false } = {}): void => {
    this.current = { id: ++this.count, text, undo };
    this.notify();
  };

  /** Says something to screen readers alone: what is seen anyway. */
  readonly speak = (words: string): void => {
    if (words === "") return;
    this.spoken = { id: this.spoken.id + 1, words };
    this.notify();
  };

  /** Takes back what was said, if that is still what is shown. */
  readonly unsay = (text: string): void => {
    if (this.current?.text === text) this.clear();
  };

  /** Takes back the offer to undo, since Undo would take back something else now. */
  withdrawUndo(): void {
    if (this.current?.undo) this.clear();
  }

  private clear(): void {
    this.current = null;
    this.notify();
  }
}
