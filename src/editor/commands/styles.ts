import type { Node, ResolvedPos } from "prosemirror-model";
import type { Command, EditorState, Transaction } from "prosemirror-state";
import { alignmentOf, asKind, idOf, schema, settingsOf, type Series, type StyleName } from "@/core/document";
import { BlockKindStep, StyleStep, type StyleChange } from "@/core/steps";
import { handFormatting, looksLike, styleAt, type HandFormatting } from "@/core/styles";
import { selectedBlocks } from "./levels";

const { marks } = schema;

/** The block of text at the selection, its style, and what was done to it by hand. */
export interface StyledBlock {
  readonly style: StyleName;
  readonly node: Node;
  readonly pos: number;
  readonly hand: HandFormatting;
}

/** The block in which the selection begins, as far as it has a style. */
export function styledBlock(state: EditorState): StyledBlock | null {
  const { $from } = state.selection;
  const style = styleAt($from);
  const block = style && textblockAt($from);
  if (!block) return null;
  const sheet = settingsOf(state.doc).styles;
  return { ...block, style, hand: handFormatting(block.node, style, sheet) };
}

function textblockAt($pos: ResolvedPos): { node: Node; pos: number } | null {
  if ($pos.depth === 0) return $pos.nodeAfter && { node: $pos.nodeAfter, pos: $pos.pos };
  return { node: $pos.parent, pos: $pos.before() };
}

/** Changes looks of the document; one step, so that undo takes it back. */
export function changeStyles(change: StyleChange): Command {
  return (state, dispatch) => {
    const tr = state.tr.step(new StyleStep(change));
    if (JSON.stringify(settingsOf(tr.doc).styles) === JSON.stringify(settingsOf(state.doc).styles))
      return false;
    dispatch?.(tr);
    return true;
  };
}

/**
 * Hands the look of the block at the selection to its style, so that all blocks of the style follow. The block, and those
 * that were formatted in the very same way, need nothing by hand any more.
 */
export const giveLookToStyle: Command = (state, dispatch) => {
  const block = styledBlock(state);
  if (!block || block.hand.words.length === 0) return false;
  const { style, node, hand } = block;
  const own = ownStyle(node);
  const sheet = settingsOf(state.doc).styles;
  const tr = state.tr;
  state.doc.descendants((other, pos) => {
    if (!other.isTextblock) return true;
    const same =
      styleAt(state.doc.resolve(pos + 1)) === style && ownStyle(other) === own && looksLike(other, node);
    if (same) clearBlock(tr, other, pos, handFormatting(other, style, sheet));
    return false;
  });
  tr.step(new StyleStep(own ? { own, look: hand.look } : { style, look: hand.look }));
  dispatch?.(tr);
  return true;
};

/** The style of its own that a paragraph has. */
function ownStyle(node: Node): string | null {
  return asKind(node, "paragraph")?.style ?? null;
}

/** Takes off what was done by hand to the looks of the selected blocks. */
export const clearFormatting: Command = (state, dispatch) => {
  const sheet = settingsOf(state.doc).styles;
  const tr = state.tr;
  const { from, to } = state.selection;
  state.doc.nodesBetween(from, to, (node, pos) => {
    if (!node.isTextblock) return true;
    const style = styleAt(state.doc.resolve(pos + 1));
    if (style) clearBlock(tr, node, pos, handFormatting(node, style, sheet));
    return false;
  });
  if (!tr.docChanged) return false;
  dispatch?.(tr);
  return true;
};

/** Whether {@link clearFormatting} has anything to take off the block at the selection. */
export function isHandFormatted({ node, hand }: StyledBlock): boolean {
  return hand.words.length > 0 || hand.onWords || alignmentOf(node) !== null;
}

function clearBlock(tr: Transaction, node: Node, pos: number, hand: HandFormatting): void {
  if (alignmentOf(node)) tr.setNodeAttribute(pos, "align", null);
  const [from, to] = [pos + 1, pos + 1 + node.content.size];
  for (const mark of hand.marks) tr.removeMark(from, to, mark);
  if (hand.onWords || hand.marks.length > 0)
    for (const type of [marks.size, marks.colour]) tr.removeMark(from, to, type);
}

/** Counts the selected headings in a series of their own, or not at all; null as their style says. */
export function setSeries(series: Series): Command {
  return (state, dispatch) => {
    const tr = state.tr;
    for (const { node } of selectedBlocks(state)) {
      const heading = asKind(node, "heading");
      if (heading && heading.series !== series)
        tr.step(new BlockKindStep(idOf(node)!, "heading", { level: heading.level, series }));
    }
    if (!tr.docChanged) return false;
    dispatch?.(tr);
    return true;
  };
}
