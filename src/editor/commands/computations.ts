import { NodeSelection, type Command, type EditorState } from "prosemirror-state";
import { asKind, isKind, schema } from "@/core/document";

const { nodes } = schema;

/** What stands in a computed value until its author has written another. */
const FIRST = "words";

/** Puts a computed value into the line and chooses it, so that what it computes can be written. */
export const insertComputation: Command = (state, dispatch) => {
  const { from, to, $from, $to } = state.selection;
  if (!$from.sameParent($to)) return false;
  if (!$from.parent.type.contentMatch.matchType(nodes.computation)) return false;
  const tr = state.tr.replaceWith(from, to, nodes.computation.create({ expression: FIRST }));
  dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, from)).scrollIntoView());
  return true;
};

/** Writes what the chosen computed value computes. */
export function setExpression(expression: string): Command {
  return (state, dispatch) => {
    const chosen = chosenComputation(state);
    if (!chosen || chosen.expression === expression || expression.trim() === "") return false;
    const tr = state.tr.setNodeAttribute(chosen.pos, "expression", expression);
    dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, chosen.pos)));
    return true;
  };
}

/** Makes plain words of the chosen computed value. */
export function freezeComputation(words: string): Command {
  return (state, dispatch) => {
    const chosen = chosenComputation(state);
    if (!chosen || words === "") return false;
    const { marks } = state.doc.nodeAt(chosen.pos)!;
    dispatch?.(state.tr.replaceWith(chosen.pos, chosen.pos + 1, schema.text(words, marks)));
    return true;
  };
}

function chosenComputation({ selection }: EditorState): { pos: number; expression: string } | null {
  if (!(selection instanceof NodeSelection) || !isKind(selection.node, "computation")) return null;
  return { pos: selection.from, expression: asKind(selection.node, "computation")!.expression };
}
