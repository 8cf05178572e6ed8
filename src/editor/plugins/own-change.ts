import type { EditorState, Transaction } from "prosemirror-state";
import { changedRun, type ChangedRun } from "@/core/steps";
import { FROM_OTHERS } from "@/core/collab";

/**
 * The run of blocks that changes of this author's changed; null where they changed none. What others did is theirs to complete,
 * else two people would do it differently.
 */
export function ownChange(
  transactions: readonly Transaction[],
  before: EditorState,
  after: EditorState,
): ChangedRun | null {
  if (!transactions.some((tr) => tr.docChanged) || transactions.some((tr) => tr.getMeta(FROM_OTHERS)))
    return null;
  return before.doc.content === after.doc.content ? null : changedRun(before.doc, after.doc);
}
