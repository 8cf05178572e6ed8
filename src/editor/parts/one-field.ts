import type { Transaction } from "prosemirror-state";
import { AttrStep, DocAttrStep } from "prosemirror-transform";
import { RegistryStep, StyleStep } from "@/core/steps";

/** What is typed into one field without so long a pause, in milliseconds, is one step of undo. */
const PAUSE = 1_000;
/** Under which name ProseMirror's history knows what belongs together. */
const TOGETHER = "composition";

/**
 * What is typed into a field changes the document with each letter; changes of one field that follow each other are one step of
 * undo, as letters in the text are.
 */
export class OneField {
  private field: string | null = null;
  private at = 0;
  /** The view counts its own upward from 1. */
  private number = -1;

  /** Marks a transaction that changes nothing but one field. */
  mark(tr: Transaction, now = Date.now()): Transaction {
    const field = fieldOf(tr);
    if (field !== null) {
      if (field !== this.field || now - this.at > PAUSE) this.number--;
      tr.setMeta(TOGETHER, this.number);
    }
    this.field = field;
    this.at = now;
    return tr;
  }
}

function fieldOf({ steps }: Transaction): string | null {
  const [step, ...more] = steps;
  if (!step || more.length > 0) return null;
  if (step instanceof AttrStep) return `block ${step.pos} ${step.attr}`;
  if (step instanceof DocAttrStep) return `document ${step.attr}`;
  if (step instanceof StyleStep) return `style ${shapeOf(step.change)}`;
  if (step instanceof RegistryStep && "field" in step.change) {
    const { part, id, field } = step.change;
    return `${part} ${id} ${field}`;
  }
  return null;
}

/** The names of all that a change sets, without the values. */
function shapeOf(change: object): string {
  return JSON.stringify(change, (_key, value: unknown) => (typeof value === "object" ? value : 0));
}
