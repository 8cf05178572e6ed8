import { lift, setBlockType, splitBlockAs, toggleMark, wrapIn } from "prosemirror-commands";
import type { Attrs, Mark, MarkType, Node } from "prosemirror-model";
import { liftListItem, wrapInList } from "prosemirror-schema-list";
import {
  NodeSelection,
  TextSelection,
  type Command,
  type EditorState,
  type Selection,
  type Transaction,
} from "prosemirror-state";
import {
  BLOCK_KINDS,
  blockById,
  copiedAttributes,
  idOf,
  isKind,
  kindOfNode,
  newId,
  schema,
  sizeOf,
  type Alignment,
  type BlockKind,
} from "@/core/document";
import { isKeyOf } from "@/core/keys-of";
import { kindStep, selectedBlocks } from "./levels";

const { nodes, marks } = schema;

const splitInTwo = splitBlockAs((node, atEnd, $from) => {
  if ($from.depth !== 1) return null;
  const type = atEnd && isKind(node, "heading") ? nodes.paragraph : node.type;
  return { type, attrs: type === node.type ? copiedAttributes(node) : { id: newId() } };
});

/**
 * Splits the block at the caret; the new part has its permanent id from the first moment on. Before the first letter
 * the words keep their id, and an empty paragraph is put in above them: links to a heading go on leading to it.
 */
export const splitBlockWithId: Command = (state, dispatch, view) => {
  const { $from, empty } = state.selection;
  const { parent } = $from;
  const atStart = empty && $from.depth === 1 && $from.parentOffset === 0 && parent.content.size > 0;
  if (!atStart || !isKind(parent, "heading", "paragraph")) return splitInTwo(state, dispatch, view);
  dispatch?.(state.tr.insert($from.before(1), nodes.paragraph.create({ id: newId() })).scrollIntoView());
  return true;
};

/** Which kind of block encloses the selection, the innermost that has a name in the deck. */
export function currentKind(state: EditorState): BlockKind {
  const { $from } = state.selection;
  for (let depth = $from.depth; depth > 0; depth--) {
    const kind = kindOfNode($from.node(depth));
    if (kind !== "paragraph" && isKeyOf(BLOCK_KINDS, kind)) return kind;
  }
  return "paragraph";
}

/** Makes a list of the selected paragraphs, or text of the list they are in. */
export function toggleList(kind: "bullet_list" | "ordered_list"): Command {
  return (state, dispatch) =>
    currentKind(state) === kind
      ? liftListItem(nodes.list_item)(state, dispatch)
      : wrapInList(nodes[kind])(state, dispatch);
}

export const toggleQuotation: Command = (state, dispatch) =>
  currentKind(state) === "quotation" ? lift(state, dispatch) : wrapIn(nodes.quotation)(state, dispatch);

export const toggleCodeBlock: Command = (state, dispatch) => {
  const { $from } = state.selection;
  const kind = isKind($from.parent, "code_block") ? "paragraph" : "code_block";
  const tr = state.tr;
  if ($from.depth !== 1) {
    const { from, to } = state.selection;
    if (!setBlockType(nodes[kind])(state)) return false;
    if (kind === "code_block")
      state.doc.nodesBetween(from, to, (node, pos) => {
        if (node.isTextblock) asLetters(tr, tr.mapping.map(pos));
      });
    tr.setBlockType(tr.mapping.map(from), tr.mapping.map(to), nodes[kind]);
  } else
    for (const { node } of selectedBlocks(state)) {
      const found = node.isTextblock && !isKind(node, kind) ? blockById(tr.doc, idOf(node)!) : null;
      if (!found || isKind(node, "figure")) continue;
      if (kind === "code_block") asLetters(tr, found.pos);
      tr.step(kindStep(idOf(node)!, kind));
    }
  if (!tr.docChanged) return false;
  dispatch?.(tr.scrollIntoView());
  return true;
};

/** Makes what code cannot hold the letters that it stands for: equations their TeX, line ends those of code. */
function asLetters(tr: Transaction, pos: number): void {
  const { code_block } = nodes;
  const before = tr.steps.length;
  tr.doc.nodeAt(pos)!.forEach((child, offset) => {
    if (code_block.contentMatch.matchType(child.type)) return;
    const at = tr.mapping.slice(before).map(pos + 1 + offset);
    const letters = child.type.spec.leafText?.(child) ?? "";
    const allowed = child.marks.filter((mark) => code_block.allowsMarkType(mark.type));
    tr.replaceWith(at, at + child.nodeSize, letters ? schema.text(letters, allowed) : []);
  });
  const block = tr.doc.nodeAt(pos)!;
  for (const mark of Object.values(marks))
    if (!code_block.allowsMarkType(mark)) tr.removeMark(pos + 1, pos + 1 + block.content.size, mark);
}

export function align(alignment: Alignment): Command {
  return (state, dispatch) => {
    const tr = state.tr;
    state.doc.nodesBetween(state.selection.from, state.selection.to, (node, pos) => {
      if (isKind(node, "paragraph", "heading")) tr.setNodeAttribute(pos, "align", alignment);
    });
    if (!tr.docChanged) return false;
    dispatch?.(tr);
    return true;
  };
}

/** The name of a mark that can be put on and taken off as it is. */
export type PlainMark = "strong" | "emphasis" | "underline" | "strike" | "superscript" | "subscript" | "code";

export function toggle(name: PlainMark): Command {
  return toggleMark(marks[name]);
}

/** Puts a colour, size or language on the selected words; null takes it off. */
export function setValueMark(type: "colour" | "size" | "language", attrs: Attrs | null): Command {
  return (state, dispatch) => {
    const { from, to, empty } = state.selection;
    if (empty) return false;
    const tr = state.tr.removeMark(from, to, marks[type]);
    if (attrs) tr.addMark(from, to, marks[type].create(attrs));
    dispatch?.(tr);
    return true;
  };
}

/** Whether the selection, or what is typed next, has a mark. */
export function hasMark(state: EditorState, type: MarkType): Mark | null {
  const { empty, $from } = state.selection;
  if (empty) return type.isInSet(state.storedMarks ?? $from.marks()) ?? null;
  return marksIn(state).get(type) ?? null;
}

/** Several ask about one selection, and again with whatever else happens; it may be the whole document. */
const marksCache = new WeakMap<Selection, ReadonlyMap<MarkType, Mark>>();

/** The first mark of each type on what is chosen. */
function marksIn({ doc, selection }: EditorState): ReadonlyMap<MarkType, Mark> {
  const before = marksCache.get(selection);
  if (before) return before;
  const found = new Map<MarkType, Mark>();
  doc.nodesBetween(selection.from, selection.to, (node) => {
    for (const mark of node.marks) if (!found.has(mark.type)) found.set(mark.type, mark);
  });
  marksCache.set(selection, found);
  return found;
}

/**
 * Puts a block after the one the selection is in, in place of an empty paragraph, or before the first letter of the document: within an item, a quotation or a cell where it can
 * stand there, else after the block around. Words can be written after it.
 */
export function insertBlock(block: Node): Command {
  return insertBlocks([block]);
}

/** Puts blocks of one kind in as {@link insertBlock} does with one. */
export function insertBlocks(blocks: readonly Node[]): Command {
  return (state, dispatch) => {
    const [block] = blocks;
    if (!block) return false;
    const place = placeFor(block, state.selection);
    const tr = state.tr.replaceWith(place.from, place.to, blocks);
    const end = place.from + sizeOf(blocks);
    const $end = tr.doc.resolve(end);
    if (!$end.nodeAfter) tr.insert(end, nodes.paragraph.create());
    tr.setSelection(
      block.isAtom || block.isLeaf
        ? NodeSelection.create(tr.doc, place.from)
        : TextSelection.near(tr.doc.resolve(place.from + 1)),
    );
    dispatch?.(tr.scrollIntoView());
    return true;
  };
}

/** What a block takes the place of: an empty paragraph, or nothing behind the innermost block beside which it can stand. */
function placeFor(block: Node, { $from, empty }: Selection): { readonly from: number; readonly to: number } {
  for (let depth = $from.depth; depth > 0; depth--) {
    const [around, at, own] = [$from.node(depth - 1), $from.index(depth - 1), $from.node(depth)];
    const [before, after] = [$from.before(depth), $from.after(depth)];
    const wordless = isKind(own, "paragraph") && own.content.size === 0;
    // At the very top nothing could be put otherwise.
    if (empty && $from.pos === 1 && own.content.size > 0) return { from: 0, to: 0 };
    if (wordless && around.canReplaceWith(at, at + 1, block.type)) return { from: before, to: after };
    if (around.canReplaceWith(at + 1, at + 1, block.type)) return { from: after, to: after };
  }
  const after = $from.pos + ($from.nodeAfter?.nodeSize ?? 0);
  return { from: after, to: after };
}

/** A table of a number of rows and columns, the first row its header. */
export function emptyTable(rows: number, columns: number): Node {
  const row = (type: "table_header" | "table_cell") =>
    nodes.table_row.create(
      null,
      Array.from({ length: columns }, () => nodes[type].create(null, nodes.paragraph.create())),
    );
  const grid = [row("table_header"), ...Array.from({ length: rows - 1 }, () => row("table_cell"))];
  return nodes.table.create(null, [nodes.table_caption.create(), nodes.table_grid.create(null, grid)]);
}
