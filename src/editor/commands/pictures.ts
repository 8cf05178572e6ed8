import { NodeSelection, type Command } from "prosemirror-state";
import { asKind, isKind, newId, schema, type NodeAttributes } from "@/core/document";

const { nodes } = schema;

/** Puts pictures into the line at the caret and chooses the first, so that its words can be written. */
export function insertPictures(names: readonly string[]): Command {
  return (state, dispatch) => {
    const { from, to, $from, $to } = state.selection;
    if (!$from.sameParent($to) || !$from.parent.type.contentMatch.matchType(nodes.picture)) return false;
    const tr = state.tr.replaceWith(
      from,
      to,
      names.map((picture) => nodes.picture.create({ picture })),
    );
    dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, from)).scrollIntoView());
    return true;
  };
}

/** Changes the chosen picture in a line. */
export function changePicture(change: Partial<NodeAttributes["picture"]>): Command {
  return (state, dispatch) => {
    const { selection, tr } = state;
    if (!(selection instanceof NodeSelection) || !isKind(selection.node, "picture")) return false;
    for (const [name, value] of Object.entries(change)) tr.setNodeAttribute(selection.from, name, value);
    dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, selection.from)));
    return true;
  };
}

/** Takes the chosen picture out of its line, to stand below it as a figure of its own. */
export const pictureToFigure: Command = (state, dispatch) => {
  const { selection } = state;
  const picture = selection instanceof NodeSelection ? asKind(selection.node, "picture") : null;
  if (!picture) return false;
  const { picture: name, alt, decorative } = picture;
  const { tr } = state;
  tr.deleteSelection();
  const $at = tr.doc.resolve(tr.mapping.map(selection.from));
  const end = $at.after(1);
  tr.insert(end, nodes.figure.create({ id: newId(), picture: name, alt, decorative }));
  dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, end)).scrollIntoView());
  return true;
};
