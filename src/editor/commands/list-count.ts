import type { Node, ResolvedPos } from "prosemirror-model";
import type { Command, EditorState } from "prosemirror-state";
import { isKind, type ListCount } from "@/core/document";

/** A list around a position, with its own position and how deep it lies. */
export interface AroundList {
  readonly node: Node;
  readonly pos: number;
  readonly depth: number;
}

/** The innermost list around a position; null where there is none. */
function listAround($pos: ResolvedPos): AroundList | null {
  for (let depth = $pos.depth; depth > 0; depth--) {
    const node = $pos.node(depth);
    if (isKind(node, "bullet_list", "ordered_list")) return { node, pos: $pos.before(depth), depth };
  }
  return null;
}

/** The innermost list in which the selection lies. */
export function listHere(state: EditorState): AroundList | null {
  const { $from, $to } = state.selection;
  return listAround(state.doc.resolve($from.start($from.sharedDepth($to.pos))));
}

/** Says how the list around the selection counts. One that goes on counting has no number of its own to begin with. */
export function setCount(change: Partial<ListCount>): Command {
  return (state, dispatch) => {
    const list = listHere(state);
    if (!list || !isKind(list.node, "ordered_list")) return false;
    const tr = state.tr;
    const whole = change.continues ? { ...change, start: 1 } : change;
    for (const [name, value] of Object.entries(whole)) tr.setNodeAttribute(list.pos, name, value);
    dispatch?.(tr);
    return true;
  };
}
