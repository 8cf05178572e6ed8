import { history } from "prosemirror-history";
import { Plugin } from "prosemirror-state";

/**
 * Undo and redo of your own steps. Each step stays an item of its own, so that a rebase can tell which of them became
 * what; steps of others are only mapped over.
 */
export function undoHistory(): Plugin[] {
  return [
    history(),
    // The name is the one that ProseMirror's history looks for.
    new Plugin({ historyPreserveItems: true } as ConstructorParameters<typeof Plugin>[0]),
  ];
}
