import type { Node, ResolvedPos } from "prosemirror-model";
import { TextSelection, type Command, type Transaction } from "prosemirror-state";
import { asKind, idOf, isKind, newId, schema, withId, type NoticeKind } from "@/core/document";
import { caretIn } from "./caret-in";

const { notice, notice_title, paragraph } = schema.nodes;

/** The notice around a position, the innermost, with its depth; null where there is none. */
function noticeAround($pos: ResolvedPos): { readonly node: Node; readonly depth: number } | null {
  for (let depth = $pos.depth; depth > 0; depth--)
    if (asKind($pos.node(depth), "notice")) return { node: $pos.node(depth), depth };
  return null;
}

/** Makes a notice of the chosen blocks, or gives the one around the caret another kind. */
export function makeNotice(kind: NoticeKind): Command {
  return (state, dispatch) => {
    const { $from, $to } = state.selection;
    const around = noticeAround($from);
    if (around && asKind(around.node, "notice")!.kind !== kind) {
      dispatch?.(state.tr.setNodeAttribute($from.before(around.depth), "kind", kind));
      return true;
    }
    const range = around
      ? null
      : $from.blockRange(
          $to,
          (parent) => parent.type.contentMatch.matchType(notice) !== null || isKind(parent, "doc"),
        );
    if (!range) return false;
    const blocks = range.parent.content.content.slice(range.startIndex, range.endIndex);
    const title = notice_title.create();
    const made = { kind, id: range.depth === 0 ? newId() : null };
    if (!notice.validContent(notice.create(null, [title, ...blocks]).content)) return false;
    const tr = state.tr.replaceWith(range.start, range.end, notice.create(made, [title, ...blocks]));
    const into = title.nodeSize + 1;
    tr.setSelection(TextSelection.between(tr.doc.resolve($from.pos + into), tr.doc.resolve($to.pos + into)));
    dispatch?.(tr.scrollIntoView());
    return true;
  };
}

/** Takes the notice at a position off: what it says stays, and so does a title of its own, as a paragraph. */
export function withoutNotice(tr: Transaction, pos: number): Transaction {
  const node = tr.doc.nodeAt(pos)!;
  const [title, ...content] = node.content.content;
  const titled = title!.content.size > 0 ? [paragraph.create(null, title!.content)] : [];
  const all = [...titled, ...content];
  const within = tr.doc.resolve(pos).depth > 0;
  const blocks = within
    ? all
    : all.map((block, i) => withId(block, i === 0 ? idOf(node) : (idOf(block) ?? newId())));
  // The caret stays where it was among the words; the edges are gone.
  const gone = titled.length > 0 ? 1 : 1 + title!.nodeSize;
  const caret = Math.max(pos + 1, tr.selection.from - gone);
  return caretIn(tr.replaceWith(pos, pos + node.nodeSize, blocks), caret);
}

const unmakeNotice: Command = (state, dispatch) => {
  const { $from } = state.selection;
  const around = noticeAround($from);
  if (!around) return false;
  dispatch?.(withoutNotice(state.tr, $from.before(around.depth)));
  return true;
};

/** Enter in a notice: from its title on to what it says, and from an empty paragraph at its end out of it. */
export const enterInNotice: Command = (state, dispatch) => {
  const { $from, empty } = state.selection;
  const around = empty ? noticeAround($from) : null;
  if (!around) return false;
  const { node, depth } = around;
  if (isKind($from.parent, "notice_title")) {
    const after = $from.after();
    const rest = $from.parent.content.cut($from.parentOffset);
    const tr = state.tr;
    if (rest.size > 0) tr.insert(after, paragraph.create(null, rest)).delete($from.pos, $from.end());
    dispatch?.(caretIn(tr, tr.mapping.map(after, -1) + 1));
    return true;
  }
  const last = $from.depth === depth + 1 && $from.index(depth) === node.childCount - 1;
  if (!last || !isKind($from.parent, "paragraph") || $from.parent.content.size > 0) return false;
  if (node.childCount === 2) return unmakeNotice(state, dispatch);
  const tr = state.tr.delete($from.before(), $from.after());
  const end = tr.mapping.map($from.after(depth));
  tr.insert(end, paragraph.create(depth > 1 ? null : { id: newId() }));
  dispatch?.(caretIn(tr, end + 1));
  return true;
};

/** Backspace at the beginning of a notice's title, or of what one without a title says, takes it off. */
export const backspaceInNotice: Command = (state, dispatch) => {
  const { $from, empty } = state.selection;
  const around = empty && $from.parentOffset === 0 ? noticeAround($from) : null;
  if (!around) return false;
  const index = $from.index(around.depth);
  const first = $from.depth === around.depth + 1 && index === 1 && around.node.child(0).content.size === 0;
  return isKind($from.parent, "notice_title") || first ? unmakeNotice(state, dispatch) : false;
};
