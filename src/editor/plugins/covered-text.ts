import { isHistoryTransaction } from "prosemirror-history";
import type { Mark, Node } from "prosemirror-model";
import { Plugin, type Transaction } from "prosemirror-state";
import { isMark } from "@/core/document";
import { changedRun } from "@/core/steps";
import { FROM_OTHERS } from "@/core/collab";

/**
 * Lets a bookmark over several blocks cover what is typed at the edge of one of them, or in an empty one between: new text
 * takes the bookmarks that the letters before and after it in reading order share. Within a line the editor does so itself.
 */
export function coveredText(): Plugin {
  return new Plugin({
    appendTransaction(transactions, before, after) {
      if (!transactions.some(isTyping)) return null;
      const { doc } = after;
      const run = changedRun(before.doc, doc);
      if (run.endAfter !== run.start + 1 || run.endBefore !== run.endAfter) return null;
      const inserted = insertedText(before.doc.child(run.start), doc.child(run.start), run.pos + 1);
      if (!inserted) return null;
      const { from, to } = inserted;
      const [$from, $to] = [doc.resolve(from), doc.resolve(to)];
      const atEdge = $from.parentOffset === 0 || $to.parentOffset === $to.parent.content.size;
      if (!$from.sameParent($to) || !atEdge) return null;
      const earlier = bookmarksOf(letterBefore(doc, from));
      if (earlier.length === 0) return null;
      const later = bookmarksOf(letterAfter(doc, to));
      const shared = earlier.filter((mark) => mark.isInSet(later));
      if (shared.every((mark) => mark.isInSet($from.nodeAfter!.marks))) return null;
      return shared.reduce((tr, mark) => tr.addMark(from, to, mark), after.tr);
    },
  });
}

/** What somebody else did, undoing, and text that an input method is still composing stay as they are. */
function isTyping(tr: Transaction): boolean {
  return (
    tr.docChanged &&
    !tr.getMeta(FROM_OTHERS) &&
    !isHistoryTransaction(tr) &&
    tr.getMeta("composition") === undefined &&
    tr.getMeta("paste") === undefined
  );
}

/** Where a block got text and nothing else: its range, with the block's content beginning at `start`. */
function insertedText(before: Node, after: Node, start: number): { from: number; to: number } | null {
  // Another kind of block in its place got no text.
  if (before.isLeaf !== after.isLeaf) return null;
  const from = before.content.findDiffStart(after.content);
  if (from === null || after.nodeSize <= before.nodeSize) return null;
  const to = from + after.nodeSize - before.nodeSize;
  const end = before.content.findDiffEnd(after.content)!;
  if (end.b > to) return null;
  return after.textBetween(from, to).length === to - from ? { from: start + from, to: start + to } : null;
}

function bookmarksOf(text: Node | null): readonly Mark[] {
  return text?.marks.filter((mark) => isMark(mark, "bookmark")) ?? [];
}

/** The last piece of text before a position, in whatever block it is. */
function letterBefore(doc: Node, pos: number): Node | null {
  const $pos = doc.resolve(pos);
  let start = $pos.before(1);
  for (let i = $pos.index(0); i >= 0; i--) {
    let found: Node | null = null;
    const block = doc.child(i);
    if (i < $pos.index(0)) start -= block.nodeSize;
    const content = start + 1;
    block.descendants((node, offset) => {
      if (node.isText && content + offset < pos) found = node;
    });
    if (found) return found;
  }
  return null;
}

/** The first piece of text after a position, in whatever block it is. */
function letterAfter(doc: Node, pos: number): Node | null {
  const $pos = doc.resolve(pos);
  let start = $pos.before(1);
  for (let i = $pos.index(0); i < doc.childCount; i++) {
    let found: Node | null = null;
    const block = doc.child(i);
    const content = start + 1;
    block.descendants((node, offset) => {
      if (!found && node.isText && content + offset + node.nodeSize > pos) found = node;
      return !found;
    });
    if (found) return found;
    start += block.nodeSize;
  }
  return null;
}
