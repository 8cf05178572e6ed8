import { isHistoryTransaction } from "prosemirror-history";
import type { Transaction } from "prosemirror-state";
import { summarise, type DocumentIndex } from "@/core/index";
import { asKind, idOf, levelOf, lineOf, shortened, UNTITLED } from "@/core/document";
import { calledOf, targetKey } from "@/core/links";
import { DocumentChange } from "./document-change";

/**
 * What an author's change did, in a few words for people who do not see it: a level given, a bookmark set, a link made, a list put in; of one
 * that was taken back, also which. Null for what is heard already, such as letters.
 */
export function announcementOf(
  tr: Transaction,
  change: DocumentChange,
  { before, after }: { readonly before: DocumentIndex; readonly after: DocumentIndex },
): string | null {
  if (!isHistoryTransaction(tr)) return wordsOfChange(change, before, after);
  const redone = isRedo(tr);
  // What is taken back is what leads from what is there now to what was.
  const words = redone
    ? wordsOfChange(change, before, after)
    : wordsOfChange(new DocumentChange(change.after, change.before), after, before);
  return `${redone ? "Done again" : "Undone"}: ${words ? lowered(words) : "words"}`;
}

function wordsOfChange(change: DocumentChange, before: DocumentIndex, after: DocumentIndex): string | null {
  if (change.structure) return levelsGiven(change) ?? listsPutIn(change) ?? moved(change);
  if (change.bookmarks)
    return after.bookmarks.length > before.bookmarks.length ? "Bookmark set" : "Bookmark removed";
  return change.links ? linksMade(change, after) : null;
}

/** Levels that blocks got which stood there before. */
function levelsGiven({ before, after, run }: DocumentChange): string | null {
  const levels = new Map<string, number>();
  for (let i = run.start; i < run.endBefore; i++)
    levels.set(idOf(before.child(i))!, levelOf(before.child(i)));
  const given: { level: number; words: string }[] = [];
  for (let i = run.start; i < run.endAfter; i++) {
    const block = after.child(i);
    const was = levels.get(idOf(block)!);
    if (was !== undefined && was !== levelOf(block))
      given.push({ level: levelOf(block), words: shortened(lineOf(block), 40) });
  }
  const [first] = given;
  if (!first) return null;
  const is = first.level === 0 ? "plain text" : `level ${first.level}`;
  if (given.length === 1)
    return `${is === "plain text" ? "Plain text" : `Level ${first.level}`}: ${first.words || UNTITLED}`;
  return given.every(({ level }) => level === first.level)
    ? `${given.length} blocks are ${is} now`
    : `${given.length} levels changed`;
}

function listsPutIn({ before, after, run }: DocumentChange): string | null {
  const count = (doc: typeof before, end: number) =>
    doc.content.content.slice(run.start, end).filter((block) => asKind(block, "contents_list")).length;
  const more = count(after, run.endAfter) - count(before, run.endBefore);
  return more > 0 ? "List inserted" : more < 0 ? "List deleted" : null;
}

/** Blocks that stand in another order. */
function moved({ before, after, run }: DocumentChange): string | null {
  if (run.endBefore !== run.endAfter) return null;
  const ids = (doc: typeof before) =>
    doc.content.content.slice(run.start, run.endAfter).map((block) => idOf(block));
  const [was, is] = [ids(before), ids(after)];
  const same = new Set(was);
  return is.some((id, i) => id !== was[i]) && is.every((id) => same.has(id)) ? "Moved" : null;
}

/** Looks at the blocks that changed only: a document may have thousands of links. */
function linksMade({ before, after, run }: DocumentChange, index: DocumentIndex): string {
  const linksOf = (doc: typeof before, end: number) =>
    doc.content.content.slice(run.start, end).flatMap((block) => summarise(block).links);
  const [was, is] = [linksOf(before, run.endBefore), linksOf(after, run.endAfter)];
  const more = is.length - was.length;
  if (more < 0) return more === -1 ? "Link removed" : `${-more} links removed`;
  if (more > 1) return `${more} links made`;
  const known = new Set(was.map(({ target }) => targetKey(target)));
  const made =
    is.find(({ target }) => !known.has(targetKey(target))) ??
    is.find((link, i) => was[i]?.text !== link.text);
  return made
    ? `Linked to ${shortened(calledOf(made.target, index), 60) || "a place without words"}`
    : "Link changed";
}

function isRedo(tr: Transaction): boolean {
  const meta: unknown = tr.getMeta("history$");
  return typeof meta === "object" && meta !== null && "redo" in meta && meta.redo === true;
}

function lowered(words: string): string {
  return words.charAt(0).toLowerCase() + words.slice(1);
}
