import {
  baseKeymap,
  chainCommands,
  createParagraphNear,
  liftEmptyBlock,
  newlineInCode,
} from "prosemirror-commands";
import { redo, undo } from "prosemirror-history";
import { liftListItem, sinkListItem, splitListItem } from "prosemirror-schema-list";
import type { Node } from "prosemirror-model";
import { NodeSelection, Selection, TextSelection, type Command } from "prosemirror-state";
import { goToNextCell } from "prosemirror-tables";
import { isKind, schema } from "@/core/document";
import { backspaceInBox, splitItemWithBox, tickHere } from "../commands/boxes";
import { splitBlockWithId, toggle } from "../commands/blocks";
import { backspaceInDefinitions, enterInDefinitions, shiftDefinition } from "../commands/definition-lists";
import { insertBreak } from "../commands/insert-break";
import { backspaceInNotice, enterInNotice } from "../commands/notices";
import { setLevel } from "../commands/levels";

const { nodes } = schema;

/*
 * To the beginning and the end of the text. The browser could go to what is drawn only, and would lay out all that it
 * chooses on the way.
 */
const goTo =
  (end: (doc: Node) => Selection): Command =>
  (state, dispatch) => {
    dispatch?.(state.tr.setSelection(end(state.doc)).scrollIntoView());
    return true;
  };

const chooseTo =
  (end: (doc: Node) => Selection): Command =>
  (state, dispatch) => {
    const { $anchor } = state.selection;
    dispatch?.(state.tr.setSelection(TextSelection.between($anchor, end(state.doc).$head)).scrollIntoView());
    return true;
  };

/** A generated list or an equation beside the caret is chosen first, so that the author sees what the next key takes out. */
function chooseGenerated(direction: -1 | 1): Command {
  return ({ selection, doc, tr }, dispatch) => {
    const { $head, empty } = selection;
    if (!empty || !$head.parent.isTextblock || $head.depth !== 1) return false;
    const atEdge =
      direction < 0 ? $head.parentOffset === 0 : $head.parentOffset === $head.parent.content.size;
    if (!atEdge) return false;
    const border = doc.resolve(direction < 0 ? $head.before() : $head.after());
    const beside = direction < 0 ? border.nodeBefore : border.nodeAfter;
    if (!beside || !isKind(beside, "contents_list", "equation")) return false;
    const at = direction < 0 ? border.pos - beside.nodeSize : border.pos;
    dispatch?.(tr.setSelection(NodeSelection.create(doc, at)).scrollIntoView());
    return true;
  };
}

const levels = Object.fromEntries(
  [0, 1, 2, 3, 4, 5, 6].map((level) => [`Mod-Alt-${level}`, setLevel(level)]),
);

/** Keys of the manuscript, those of the base last so that ours come first. */
export const manuscriptKeys: Record<string, Command>[] = [
  {
    ...levels,
    "Mod-z": undo,
    "Mod-y": redo,
    "Shift-Mod-z": redo,
    "Mod-b": toggle("strong"),
    "Mod-i": toggle("emphasis"),
    "Mod-u": toggle("underline"),
    Enter: chainCommands(
      enterInDefinitions,
      enterInNotice,
      splitItemWithBox,
      splitListItem(nodes.list_item),
      newlineInCode,
      createParagraphNear,
      liftEmptyBlock,
      splitBlockWithId,
    ),
    Backspace: chainCommands(chooseGenerated(-1), backspaceInDefinitions, backspaceInNotice, backspaceInBox),
    Delete: chooseGenerated(1),
    Tab: chainCommands(goToNextCell(1), shiftDefinition(1), sinkListItem(nodes.list_item)),
    "Shift-Tab": chainCommands(goToNextCell(-1), shiftDefinition(-1), liftListItem(nodes.list_item)),
    "Mod-Home": goTo(Selection.atStart),
    "Mod-End": goTo(Selection.atEnd),
    "Mod-Shift-Home": chooseTo(Selection.atStart),
    "Mod-Shift-End": chooseTo(Selection.atEnd),
    "Shift-Enter": insertBreak,
    "Mod-Enter": chainCommands(tickHere, insertBreak),
  },
  baseKeymap,
];
