import type { Mark } from "prosemirror-model";
import type { EditorState, Transaction } from "prosemirror-state";
import {
  asKind,
  isKind,
  markAmong,
  newId,
  ownStyleNamed,
  ownStylesOf,
  schema,
  settingsOf,
  styleNameOf,
  type DestinationId,
  type OwnLook,
  type OwnStyle,
  type OwnStyleOf,
} from "@/core/document";
import { StyleStep } from "@/core/steps";
import { usesOfStyle } from "@/core/styles";
import { chosenRanges } from "./chosen-ranges";
import { clearFormatting, styledBlock } from "./styles";

const { word_style } = schema.marks;

/** The style of its own that the paragraph with the caret has, or the words there; null for none. */
export function ownStyleAt({ selection, storedMarks }: EditorState, of: OwnStyleOf): DestinationId | null {
  const { $from, $to, empty } = selection;
  if (of === "paragraphs") return asKind($from.parent, "paragraph")?.style ?? null;
  const marks = empty
    ? (storedMarks ?? $from.marks())
    : ($from.nodeAfter?.marks ?? $to.nodeBefore?.marks ?? []);
  return ownStyleIn(marks);
}

function ownStyleIn(marks: readonly Mark[]): DestinationId | null {
  return markAmong(marks, "word_style")?.style ?? null;
}

/** Whether there is a paragraph at the selection, which can have a style of its own. */
export function inParagraph({ selection: { $from } }: EditorState): boolean {
  return isKind($from.parent, "paragraph");
}

/** Gives the paragraphs at the selection, or the chosen words, a style that an author made; null takes it off. */
export function giveOwnStyle(tr: Transaction, of: OwnStyleOf, style: DestinationId | null): Transaction {
  const { selection } = tr;
  if (of === "paragraphs") {
    for (const { from, to } of chosenRanges(selection))
      tr.doc.nodesBetween(from, to, (node, pos) => {
        const paragraph = asKind(node, "paragraph");
        if (paragraph && paragraph.style !== style) tr.setNodeAttribute(pos, "style", style);
        return !node.isTextblock;
      });
    return tr;
  }
  if (selection.empty) {
    const { $from } = selection;
    if (style) return tr.addStoredMark(word_style.create({ style }));
    // Without chosen words, those around the caret that have it.
    if ($from.depth > 0)
      for (const use of usesOfStyle(tr.doc, ownStyleIn($from.marks()) ?? ""))
        if (use.from <= $from.pos && $from.pos <= use.to) tr.removeMark(use.from, use.to, word_style);
    return tr.removeStoredMark(word_style);
  }
  for (const { from, to } of chosenRanges(selection)) {
    tr.removeMark(from, to, word_style);
    if (style) tr.addMark(from, to, word_style.create({ style }));
  }
  return tr;
}

/**
 * Makes a style of how the paragraph at the selection looks, or of nothing yet for words, and gives it to what is chosen. What was done to the paragraph
 * by hand goes into the style.
 */
export function makeOwnStyle(state: EditorState, of: OwnStyleOf, called: string): Transaction {
  const styles = ownStylesOf(settingsOf(state.doc).styles);
  let name = styleNameOf(called);
  for (let n = 2; ownStyleNamed(styles, name, of); n++) name = `${styleNameOf(called)} ${n}`;
  const id = newId();
  let tr = state.tr;
  let look: OwnLook = {};
  const block = of === "paragraphs" ? styledBlock(state) : null;
  if (block && block.hand.words.length > 0) {
    look = block.hand.look;
    clearFormatting(state, (cleared) => (tr = cleared));
  }
  tr.step(new StyleStep({ own: id, is: { name, of, look } }));
  return giveOwnStyle(tr, of, id);
}

/** Calls a style otherwise; where another has the name already, or it says nothing, it keeps its own. */
export function renameOwnStyle(
  tr: Transaction,
  id: DestinationId,
  style: OwnStyle,
  called: string,
): Transaction {
  const name = styleNameOf(called);
  const taken = ownStyleNamed(ownStylesOf(settingsOf(tr.doc).styles), name, style.of);
  return name === "" || (taken && taken !== id) ? tr : tr.step(new StyleStep({ own: id, name }));
}

/** Removes a style; what had it looks like the text around it. */
export function removeOwnStyle(tr: Transaction, id: DestinationId, style: OwnStyle): Transaction {
  for (const { from, to } of usesOfStyle(tr.doc, id))
    if (style.of === "paragraphs") tr.setNodeAttribute(from, "style", null);
    else tr.removeMark(from, to, word_style.create({ style: id }));
  return tr.step(new StyleStep({ own: id, is: null }));
}
