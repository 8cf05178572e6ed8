import type { Node } from "prosemirror-model";
import type { EditorState, Transaction } from "prosemirror-state";

/** The fewest changes that give a state the content of a node; null where it has it. The selection stays where it can. */
export function setTextOf(state: EditorState, node: Node): Transaction | null {
  const start = node.content.findDiffStart(state.doc.content);
  if (start === null) return null;
  let { a: endNew, b: endOld } = node.content.findDiffEnd(state.doc.content)!;
  const overlap = start - Math.min(endNew, endOld);
  if (overlap > 0) {
    endNew += overlap;
    endOld += overlap;
  }
  return state.tr.replace(start, endOld, node.slice(start, endNew));
}
