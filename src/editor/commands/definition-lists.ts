import { Fragment, type Node, type ResolvedPos } from "prosemirror-model";
import type { Command } from "prosemirror-state";
import { asKind, idOf, isKind, newId, schema, withId } from "@/core/document";
import { caretIn } from "./caret-in";

const { definition_list, definition, term, paragraph } = schema.nodes;

/** A definition list with one term and its definition, to be written. */
export function emptyDefinitionList(): Node {
  return definition_list.create(null, [term.create(), definition.create(null, paragraph.create())]);
}

/** Where the caret stands in a definition list: the depth of the list, and the term or definition in it. */
function place({ $from, empty }: { $from: ResolvedPos; empty: boolean }): {
  readonly depth: number;
  readonly part: Node;
} | null {
  for (let depth = $from.depth - 1; empty && depth > 0; depth--)
    if (asKind($from.node(depth), "definition_list")) {
      const inner = $from.depth - depth;
      return inner <= 2 && (inner === 1 || isKind($from.parent, "paragraph"))
        ? { depth, part: $from.node(depth + 1) }
        : null;
    }
  return null;
}

/**
 * Enter in a definition list: from a term on to its definition, from an empty paragraph at the end of a definition on to the next term, from
 * an empty term out of the list.
 */
export const enterInDefinitions: Command = (state, dispatch) => {
  const at = place(state.selection);
  if (!at) return false;
  const { $from } = state.selection;
  const { depth, part } = at;
  const after = $from.after(depth + 1);
  if (isKind(part, "term")) {
    if (part.content.size === 0) return leaveDefinitions(state, dispatch);
    const rest = part.content.cut($from.parentOffset);
    const tr = state.tr.insert(after, definition.create(null, paragraph.create(null, rest)));
    tr.delete($from.pos, $from.end());
    dispatch?.(caretIn(tr, tr.mapping.map(after, -1) + 2));
    return true;
  }
  if ($from.parent.content.size > 0 || $from.index(depth + 1) < part.childCount - 1) return false;
  const only = part.childCount === 1;
  const tr = only
    ? state.tr.replaceWith($from.before(depth + 1), after, term.create())
    : state.tr.insert(after, term.create()).delete($from.before(), $from.after());
  dispatch?.(caretIn(tr, only ? $from.before(depth + 1) + 1 : tr.mapping.map(after, -1) + 1));
  return true;
};

/** The term or definition with the caret becomes text after what is before it in the list; what is behind it stays a list. */
export const leaveDefinitions: Command = (state, dispatch) => {
  const at = place(state.selection);
  if (!at) return false;
  const { $from } = state.selection;
  const { depth, part } = at;
  const list = $from.node(depth);
  const index = $from.index(depth);
  const freed = isKind(part, "term") ? [paragraph.create(null, part.content)] : part.content.content;
  const rest = list.content.content.slice(index + 1);
  const before = list.content.content.slice(0, index);
  // The list keeps its id, or what is left of it does.
  const named = (node: Node, keeps = false) =>
    depth > 1 ? node : withId(node, keeps ? idOf(list) : newId());
  const alone = before.length + rest.length === 0;
  const blocks = [
    ...(before.length > 0 ? [list.copy(Fragment.from(before))] : []),
    ...freed.map((block, i) => named(block, alone && i === 0)),
    ...(rest.length > 0 ? [named(definition_list.create(null, rest), before.length === 0)] : []),
  ];
  const tr = state.tr.replaceWith($from.before(depth), $from.after(depth), blocks);
  const start = $from.before(depth) + (before.length > 0 ? blocks[0]!.nodeSize : 0);
  dispatch?.(caretIn(tr, start + 1 + (isKind(part, "term") ? $from.parentOffset : 0)));
  return true;
};

/** Backspace at the beginning of a term or definition takes it out of the list. */
export const backspaceInDefinitions: Command = (state, dispatch) => {
  const at = place(state.selection);
  const { $from } = state.selection;
  if (!at || $from.parentOffset > 0 || $from.index(at.depth + 1) > 0) return false;
  return leaveDefinitions(state, dispatch);
};

/** Makes a definition of the term with the caret (1), or a term of a definition of one paragraph (-1). */
export function shiftDefinition(direction: 1 | -1): Command {
  return (state, dispatch) => {
    const at = place(state.selection);
    if (!at) return false;
    const { $from } = state.selection;
    const { depth, part } = at;
    const wasTerm = isKind(part, "term");
    if (wasTerm !== direction > 0 || (!wasTerm && part.childCount > 1)) return wasTerm !== direction > 0;
    const made = wasTerm
      ? definition.create(null, paragraph.create(null, part.content))
      : term.create(null, part.child(0).content);
    const start = $from.before(depth + 1);
    const tr = state.tr.replaceWith(start, start + part.nodeSize, made);
    dispatch?.(caretIn(tr, start + (wasTerm ? 2 : 1) + $from.parentOffset));
    return true;
  };
}
