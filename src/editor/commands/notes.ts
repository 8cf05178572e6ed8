import { NodeSelection, type Command } from "prosemirror-state";
import { isKind, newId, schema } from "@/core/document";

const { nodes } = schema;

/** Puts the sign of an empty note after the selection and chooses it, so that its words can be written. */
export function insertNote(place: "foot" | "end"): Command {
  return (state, dispatch) => {
    const { $to, to } = state.selection;
    if (!$to.parent.type.contentMatch.matchType(nodes.note)) return false;
    const tr = state.tr.insert(to, nodes.note.create({ id: newId(), place }));
    dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, to)).scrollIntoView());
    return true;
  };
}

/** Makes the chosen note a footnote or an endnote. */
export function setNotePlace(pos: number, place: "foot" | "end"): Command {
  return (state, dispatch) => {
    if (!isKind(state.doc.nodeAt(pos), "note")) return false;
    const tr = state.tr.setNodeAttribute(pos, "place", place);
    dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, pos)));
    return true;
  };
}
