import { NodeSelection, type Command } from "prosemirror-state";
import { isKind, newId, schema, texOf } from "@/core/document";
import { insertBlock } from "./blocks";

const { nodes } = schema;

/** Puts an equation in as a block of its own and chooses it, so that it can be written. */
export const insertEquation: Command = (state, dispatch) =>
  insertBlock(nodes.equation.create({ id: newId() }))(state, dispatch);

/** Puts an equation into the line; selected words become its TeX. */
export const insertFormula: Command = (state, dispatch) => {
  const { from, to, $from, $to } = state.selection;
  if (!$from.sameParent($to)) return false;
  if (!$from.parent.type.contentMatch.matchType(nodes.formula)) return false;
  const tex = state.doc.textBetween(from, to);
  const tr = state.tr.replaceWith(from, to, nodes.formula.create({ tex }));
  dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, from)).scrollIntoView());
  return true;
};

/** Writes the TeX of the chosen equation. */
export function setTex(pos: number, tex: string): Command {
  return (state, dispatch) => {
    const node = state.doc.nodeAt(pos);
    if (!node || !isKind(node, "formula", "equation") || texOf(node) === tex) return false;
    const tr = state.tr.setNodeAttribute(pos, "tex", tex);
    if (state.selection instanceof NodeSelection && state.selection.from === pos)
      tr.setSelection(NodeSelection.create(tr.doc, pos));
    dispatch?.(tr);
    return true;
  };
}
