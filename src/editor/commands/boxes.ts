import type { Node, ResolvedPos } from "prosemirror-model";
import type { Command, EditorState, Transaction } from "prosemirror-state";
import { splitListItem, wrapInList } from "prosemirror-schema-list";
import { asKind, isKind, schema } from "@/core/document";
import { listHere, type AroundList } from "./list-count";

const { nodes } = schema;

/** An item of a list with its position. */
interface AroundItem {
  readonly node: Node;
  readonly pos: number;
}

/** The item whose first paragraph a position is in. */
function itemBegun($pos: ResolvedPos): AroundItem | null {
  const depth = $pos.depth - 1;
  if (depth < 1 || $pos.index(depth) !== 0) return null;
  const node = $pos.node(depth);
  return isKind(node, "list_item") ? { node, pos: $pos.before(depth) } : null;
}

/** Whether the box of an item is ticked; null where it has none. */
function boxOf(item: Node): boolean | null {
  return asKind(item, "list_item")!.checked;
}

function setBoxes(
  tr: Transaction,
  { node, pos }: AroundList,
  checked: (item: Node) => boolean | null,
): Transaction {
  node.forEach((item, offset) => {
    const value = checked(item);
    if (value !== boxOf(item)) tr.setNodeAttribute(pos + 1 + offset, "checked", value);
  });
  return tr;
}

/** Whether all items of the list around the selection have boxes. */
export function hasBoxes(state: EditorState): boolean {
  const list = listHere(state);
  return list !== null && list.node.content.content.every((item) => boxOf(item) !== null);
}

/** Gives all items of the list around the selection boxes to tick, or takes the boxes off; words outside of lists become one. */
export const toggleBoxes: Command = (state, dispatch) => {
  const list = listHere(state);
  if (!list)
    return wrapInList(nodes.bullet_list)(
      state,
      dispatch &&
        ((tr) => {
          const made = listHere(state.apply(tr));
          dispatch(made ? setBoxes(tr, made, () => false) : tr);
        }),
    );
  const off = hasBoxes(state);
  dispatch?.(setBoxes(state.tr, list, (item) => (off ? null : (boxOf(item) ?? false))));
  return true;
};

/** Gives the item around the caret a box. A paragraph outside of lists becomes a list of one. */
export function giveBox(checked: boolean): Command {
  return (state, dispatch) => {
    const item = itemBegun(state.selection.$from);
    if (item) {
      dispatch?.(state.tr.setNodeAttribute(item.pos, "checked", checked));
      return true;
    }
    return wrapInList(nodes.bullet_list)(
      state,
      dispatch &&
        ((tr) => {
          const made = itemBegun(tr.selection.$from);
          dispatch(made ? tr.setNodeAttribute(made.pos, "checked", checked) : tr);
        }),
    );
  };
}

/** Ticks the box of the item at a position, or takes its tick away. */
export function tickAt(pos: number): Command {
  return (state, dispatch) => {
    const item = state.doc.nodeAt(pos);
    const checked = asKind(item, "list_item")?.checked ?? null;
    if (checked === null) return false;
    dispatch?.(state.tr.setNodeAttribute(pos, "checked", !checked));
    return true;
  };
}

/** Ticks the box of the innermost item around the caret, or takes its tick away. */
export const tickHere: Command = (state, dispatch) => {
  const { $from } = state.selection;
  for (let depth = $from.depth; depth > 0; depth--)
    if (isKind($from.node(depth), "list_item")) return tickAt($from.before(depth))(state, dispatch);
  return false;
};

/** Enter in an item with a box: the next one has an open box; the tick stays with the words that it was for. */
export const splitItemWithBox: Command = (state, dispatch) => {
  const { $from } = state.selection;
  const item = itemBegun($from);
  const checked = item ? boxOf(item.node) : null;
  if (!item || checked === null) return false;
  const before = $from.parentOffset === 0 && $from.parent.content.size > 0;
  return splitListItem(nodes.list_item)(
    state,
    dispatch &&
      ((tr) => {
        const next = itemBegun(tr.selection.$from);
        if (next) tr.setNodeAttribute(next.pos, "checked", before && checked);
        dispatch(before ? tr.setNodeAttribute(item.pos, "checked", false) : tr);
      }),
  );
};

/** Backspace at the beginning of an item with a box takes the box off. */
export const backspaceInBox: Command = (state, dispatch) => {
  const { $from, empty } = state.selection;
  const item = empty && $from.parentOffset === 0 ? itemBegun($from) : null;
  if (!item || boxOf(item.node) === null) return false;
  dispatch?.(state.tr.setNodeAttribute(item.pos, "checked", null));
  return true;
};
