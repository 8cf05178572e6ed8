import type { EditorState, Transaction } from "prosemirror-state";
import { ReplaceStep, type Step } from "prosemirror-transform";
import type { Node } from "prosemirror-model";
import { sizeOf } from "@/core/document";
import { changedRun, shifted } from "@/core/steps";
import { documentOf, documentPosition, inOneChunk, selectionToDocument, withoutChunks } from "./chunk-layout";

/** What a view notes on its transactions and the document's state has to know too. */
const NOTES = ["addToHistory", "composition", "paste", "pointer", "uiEvent"];

/**
 * What a view did to the drawing, done to the document: steps inside of one chunk as they are, anything else as the run of
 * blocks that differs.
 */
export function toDocumentTransaction(from: Transaction, state: EditorState): Transaction {
  const tr = state.tr;
  if (from.docChanged && !stepByStep(from, tr)) asChangedBlocks(from.doc, state, tr);
  if (from.selectionSet || from.docChanged)
    tr.setSelection(selectionToDocument(from.doc, from.selection, tr.doc));
  if (from.storedMarksSet) tr.setStoredMarks(from.storedMarks);
  if (from.scrolledIntoView) tr.scrollIntoView();
  for (const note of NOTES) if (from.getMeta(note) !== undefined) tr.setMeta(note, from.getMeta(note));
  return tr;
}

function stepByStep(from: Transaction, tr: Transaction): boolean {
  const steps: Step[] = [];
  for (const [i, step] of from.steps.entries()) {
    const flat = asInDocument(step, from.docs[i]!);
    if (!flat) return false;
    steps.push(flat);
  }
  return steps.every((step) => !tr.maybeStep(step).failed);
}

/** A step inside of one chunk with the document's positions; null for any other. */
function asInDocument(step: Step, drawn: Node): Step | null {
  const { from, to, pos } = step;
  const start = from ?? pos;
  if (start === undefined) return null;
  if (!inOneChunk(drawn.resolve(start), drawn.resolve(to ?? start))) return null;
  if (step instanceof ReplaceStep && withoutChunks(step.slice) !== step.slice) return null;
  return step.map(shifted(documentPosition(drawn, start) - start));
}

function asChangedBlocks(drawn: Node, state: EditorState, tr: Transaction): void {
  const after = documentOf(drawn, state.doc);
  const { start, endBefore, endAfter, pos } = changedRun(state.doc, after);
  const gone = sizeOf(state.doc.content.content.slice(start, endBefore));
  const come = sizeOf(after.content.content.slice(start, endAfter));
  tr.step(new ReplaceStep(pos, pos + gone, after.slice(pos, pos + come)));
}
