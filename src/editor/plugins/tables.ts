import type { Node } from "prosemirror-model";
import { Plugin, type EditorState } from "prosemirror-state";
import { tableEditing } from "prosemirror-tables";
import { isKind } from "@/core/document";
import { changedRun } from "@/core/steps";
import { FROM_OTHERS } from "@/core/collab";

/** Keeps tables and selections in them straight. What others broke they straighten themselves. */
export function tables(): Plugin {
  const straighten = tableEditing().spec.appendTransaction!;
  return new Plugin({
    appendTransaction(transactions, before, after) {
      if (after.selection.empty && !touchesTables(before, after)) return null;
      const tr = straighten.call(this, transactions, before, after);
      return tr?.docChanged && transactions.some((it) => it.getMeta(FROM_OTHERS)) ? null : tr;
    },
  });
}

/** Whether tables are among the blocks that changed; to look into each of them takes longer than all else for a key. */
function touchesTables({ doc: before }: EditorState, { doc: after }: EditorState): boolean {
  const { start, endBefore, endAfter } = changedRun(before, after);
  for (let i = start; i < endBefore; i++) if (holdsTable(before.child(i))) return true;
  for (let i = start; i < endAfter; i++) if (holdsTable(after.child(i))) return true;
  return false;
}

function holdsTable(block: Node): boolean {
  let found = isKind(block, "table");
  block.descendants((node) => {
    found ||= isKind(node, "table");
    return !found && !node.isTextblock;
  });
  return found;
}
