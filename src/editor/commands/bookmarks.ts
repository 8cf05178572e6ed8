import type { EditorState, Selection, Transaction } from "prosemirror-state";
import { CellSelection } from "prosemirror-tables";
import {
  bookmarkEntry,
  idOf,
  lineOf,
  newId,
  schema,
  shortened,
  type AnchorEntry,
  type DestinationId,
  type Registry,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { summarise, type Bookmark, type DocumentIndex } from "@/core/index";
import { ownEntry } from "@/core/own-entry";
import { chosenRanges } from "./chosen-ranges";

const { nodes, marks } = schema;

/** A bookmark's name as it would be kept: trimmed, with a number where the name is taken. */
export function freeName(
  wanted: string,
  index: DocumentIndex,
  except: DestinationId | null = null,
): { name: string; taken: boolean } {
  const name = nameFor(wanted);
  const given = freeNames(index.registry.bookmarks, new Set(except === null ? [] : [except]))(name);
  return { name: given, taken: given !== name };
}

function nameFor(wanted: string): string {
  return wanted.replace(/\s+/gu, " ").trim() || "Bookmark";
}

/** Hands out names, each with a number where it is taken by another bookmark or was handed out before. */
export function freeNames(
  bookmarks: Registry["bookmarks"],
  except: ReadonlySet<string> = new Set(),
): (wanted: string) => string {
  const taken = new Set(
    Object.entries(bookmarks).flatMap(([id, { name, removed }]) =>
      removed || except.has(id) ? [] : name.toLowerCase(),
    ),
  );
  return (wanted) => {
    const name = nameFor(wanted);
    let free = name;
    for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${name} ${n}`;
    taken.add(free.toLowerCase());
    return free;
  };
}

/** A name for a bookmark on the selection: its words, or else the words where the caret stands, or the section's. */
export function proposedName(state: EditorState, index: DocumentIndex): string {
  const { from, empty, $from } = state.selection;
  const words = empty
    ? ""
    : chosenRanges(state.selection)
        .map((range) => state.doc.textBetween(range.from, range.to, " ", " "))
        .join(" ")
        .replace(/\s+/g, " ")
        .trim();
  const around = words || lineOf($from.depth > 0 ? $from.parent : state.doc.child($from.index(0)));
  return shortened(around || index.sectionAt(from)?.name || "Bookmark", 60);
}

/** A bookmark put on a range, or at a point where `from` = `to`, or on a block that takes no marks. Answers its id. */
export function addBookmark(tr: Transaction, from: number, to: number, name: string): DestinationId {
  const id = newId();
  const $from = tr.doc.resolve(from);
  const block = $from.depth === 0 ? tr.doc.nodeAt(from) : $from.node(1);
  const takesMarks = $from.depth > 0 && $from.parent.inlineContent;
  if (!takesMarks)
    tr.step(
      new RegistryStep({
        part: "bookmarks",
        id,
        entry: bookmarkEntry("block", name, idOf(block!)!),
      }),
    );
  else if (from === to) {
    tr.insert(from, nodes.bookmark_point.create({ id }));
    tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("point", name) }));
  } else {
    tr.addMark(from, to, marks.bookmark.create({ id }));
    tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", name) }));
  }
  return id;
}

/** A bookmark put on all that a selection chooses: on the words of each chosen cell, not on their table. */
export function addBookmarkOn(tr: Transaction, selection: Selection, name: string): DestinationId {
  const ranges = chosenRanges(selection);
  if (!(selection instanceof CellSelection)) return addBookmark(tr, ranges[0]!.from, ranges[0]!.to, name);
  const id = newId();
  for (const { from, to } of ranges) tr.addMark(from, to, marks.bookmark.create({ id }));
  // It stands on the table if no cell has words.
  if (tr.steps.length === 0)
    return addBookmark(tr, selection.$anchorCell.before(1), selection.$anchorCell.before(1), name);
  tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", name) }));
  return id;
}

/** Takes a bookmark away: its sign in the text, and its place in the registry except for what tells what it was. */
export function removeBookmark(tr: Transaction, bookmark: Bookmark): Transaction {
  dropBookmark(tr, bookmark.id);
  if (bookmark.shape === "range")
    tr.removeMark(bookmark.pos, bookmark.end, marks.bookmark.create({ id: bookmark.id }));
  if (bookmark.shape === "point") tr.delete(bookmark.pos, bookmark.pos + 1);
  return tr;
}

export function renameBookmark(tr: Transaction, id: DestinationId, name: string): Transaction {
  return tr.step(new RegistryStep({ part: "bookmarks", id, field: "name", value: name }));
}

/** Sets the note of a bookmark. */
export function setBookmarkField(
  tr: Transaction,
  id: DestinationId,
  field: "note" | "followUp" | "due",
  value: string | boolean,
): Transaction {
  return tr.step(new RegistryStep({ part: "bookmarks", id, field, value }));
}

/**
 * Puts a bookmark somewhere else: on the words from one position to another, or at a point. Its name, its anchor and the links
 * that lead to it stay. Also for one that is lost. Null where words take no bookmark.
 */
export function moveBookmark(
  tr: Transaction,
  id: DestinationId,
  standing: Bookmark | null,
  { from, to }: { readonly from: number; readonly to: number },
): Transaction | null {
  const $from = tr.doc.resolve(from);
  if ($from.depth === 0 || !$from.parent.inlineContent) return null;
  const before = tr.steps.length;
  if (standing?.shape === "range") tr.removeMark(standing.pos, standing.end, marks.bookmark.create({ id }));
  if (standing?.shape === "point") tr.delete(standing.pos, standing.pos + 1);
  const mapping = tr.mapping.slice(before);
  const at = { from: mapping.map(from, 1), to: mapping.map(to, -1) };
  if (at.to > at.from) tr.addMark(at.from, at.to, marks.bookmark.create({ id }));
  else tr.insert(at.from, nodes.bookmark_point.create({ id }));
  const kind = at.to > at.from ? "range" : "point";
  return tr.step(new RegistryStep({ part: "bookmarks", id, field: "kind", value: kind }));
}

/** Lets a bookmark go for good that stands nowhere; what links led to it can still say what it was. */
export function dropBookmark(tr: Transaction, id: DestinationId): Transaction {
  return tr.step(new RegistryStep({ part: "bookmarks", id, field: "removed", value: true }));
}

/**
 * The innermost bookmark on which a position stands: on its words, at its point or on its block. Asks the block there alone, since
 * it is asked with every key and a document may have ten thousand bookmarks.
 */
export function bookmarkIdAt(index: DocumentIndex, pos: number): DestinationId | null {
  const { doc, registry } = index;
  const $pos = doc.resolve(pos);
  const block = $pos.depth > 0 ? $pos.node(1) : $pos.nodeAfter;
  if (!block) return null;
  const at = pos - ($pos.depth > 0 ? $pos.before(1) : pos);
  const here = summarise(block)
    .bookmarks.filter(
      ({ id, from, to }) => from <= at && at <= to && ownEntry(registry.bookmarks, id)?.removed === false,
    )
    .sort((a, b) => a.to - a.from - (b.to - b.from));
  return here[0]?.id ?? index.bookmarkOnBlock(idOf(block)!);
}

/** A place at which a bookmark is proposed. */
export type ProposedBookmark = { readonly name: string } & (
  { readonly block: DestinationId } | { readonly from: number; readonly to: number }
);

/** Sets many bookmarks at once, each with a name that is free. */
export function addBookmarks(
  tr: Transaction,
  index: DocumentIndex,
  proposed: readonly ProposedBookmark[],
): Transaction {
  const free = freeNames(index.registry.bookmarks);
  for (const one of proposed) {
    const name = free(one.name);
    const id = newId();
    if ("block" in one)
      tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("block", name, one.block) }));
    else {
      tr.addMark(one.from, one.to, marks.bookmark.create({ id }));
      tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", name) }));
    }
  }
  return tr;
}

/** Names of bookmarks by a pattern: `{name}`, `{n}` (their number among these), `{section}`, `{page}`. */
export function namesByPattern(
  index: DocumentIndex,
  bookmarks: readonly Bookmark[],
  pattern: string,
  pageOf: (pos: number) => string,
): string[] {
  return bookmarks.map(({ name, pos }, i) =>
    pattern
      .replace(/\{(name|n|section|page)\}/g, (_whole, field: string) => {
        if (field === "name") return name;
        if (field === "n") return String(i + 1);
        return field === "page" ? pageOf(pos) : (index.sectionAt(pos)?.name ?? "");
      })
      .trim(),
  );
}

/** Renames several bookmarks; names that are taken get a number. */
export function renameBookmarks(
  tr: Transaction,
  index: DocumentIndex,
  renamed: readonly { readonly id: DestinationId; readonly name: string }[],
): Transaction {
  const free = freeNames(index.registry.bookmarks, new Set(renamed.map(({ id }) => id)));
  for (const { id, name } of renamed) renameBookmark(tr, id, free(name));
  return tr;
}

/**
 * Publishes the anchors of destinations, so that they stay as they are whatever is renamed: of all, or of those named.
 * Null when all of them are published already.
 */
export function publishAnchors(
  tr: Transaction,
  index: DocumentIndex,
  only?: readonly DestinationId[],
): Transaction | null {
  const published = index.registry.anchors;
  const entries: Record<string, AnchorEntry> = {};
  for (const id of only ?? index.destinations.map((place) => place.id)) {
    const anchor = index.anchors.of(id);
    if (anchor && !ownEntry(published, id)) entries[id] = { anchor, aliases: [] };
  }
  if (Object.keys(entries).length === 0) return null;
  return tr.step(new RegistryStep({ part: "anchors", entries })).setMeta("addToHistory", false);
}
