import { Fragment, type Node } from "prosemirror-model";
import type { Command, Transaction } from "prosemirror-state";
import { summarise, type DocumentIndex, type IndexedDestination } from "@/core/index";
import {
  indexEntryFrom,
  MAX_INDEX_ENTRY_LETTERS,
  newId,
  schema,
  shortened,
  type IndexEntry,
} from "@/core/document";
import { MAX_PLACES, ReplaceWordsStep } from "@/core/steps";
import { occurrencesOf } from "@/core/find";
import { chosenRanges, type ChosenRange } from "./chosen-ranges";
import { wordAt } from "./word-at";

const { index_entry } = schema.marks;

/** Puts what is chosen into the index, or the word at the caret, under its own words. */
export const enterInIndex: Command = (state, dispatch) => {
  const { selection, doc } = state;
  const word = selection.empty ? wordAt(selection.$from) : null;
  const ranges = selection.empty ? (word ? [word] : []) : chosenRanges(selection);
  const words = ranges.map(({ from, to }) => doc.textBetween(from, to, " ", " ")).join(" ");
  const entry = indexEntryFrom({
    main: shortened(words.replace(/\s+/gu, " ").trim(), MAX_INDEX_ENTRY_LETTERS),
  });
  if (!entry) return false;
  const tr = state.tr;
  const mark = index_entry.create({ id: newId(), ...entry });
  for (const { from, to } of ranges) tr.addMark(from, to, mark);
  if (!tr.docChanged) return false;
  dispatch?.(tr);
  return true;
};

/** The entries of the index under which a position stands; asks the block there alone, since it is asked with every key. */
export function indexEntriesAt(index: DocumentIndex, pos: number): readonly IndexedDestination[] {
  const $pos = index.doc.resolve(pos);
  const block = $pos.depth > 0 ? $pos.node(1) : $pos.nodeAfter;
  if (!block) return [];
  const at = pos - ($pos.depth > 0 ? $pos.before(1) : pos);
  return summarise(block).indexed.flatMap(({ id, entry, from, to }) =>
    from <= at && at <= to
      ? (index.indexed.find((place) => place.id === id && place.entry.main === entry.main) ?? [])
      : [],
  );
}

/** Changes the entry under which a place stands. */
export function changeIndexEntry(
  tr: Transaction,
  { id, entry, pos, end }: IndexedDestination,
  changed: Partial<IndexEntry>,
): Transaction {
  const next = indexEntryFrom({ ...entry, ...changed });
  if (!next) return tr;
  const [before, after] = [index_entry.create({ id, ...entry }), index_entry.create({ id, ...next })];
  for (const { from, to } of wordsUnder(tr.doc, pos, end, before))
    tr.removeMark(from, to, before).addMark(from, to, after);
  return tr;
}

/** Takes a place out of the index; its words stay. */
export function removeIndexEntry(tr: Transaction, { id, entry, pos, end }: IndexedDestination): Transaction {
  return tr.removeMark(pos, end, index_entry.create({ id, ...entry }));
}

/** Enters all other places where the words of an entry stand. Returns how many there are. */
export function enterAll(tr: Transaction, index: DocumentIndex, place: IndexedDestination): number {
  const words = index.doc.textBetween(place.pos, place.end, " ", " ").trim();
  if (words === "") return 0;
  const found = occurrencesOf(index.doc, {
    words,
    how: "words",
    wholeWords: true,
    matchCase: false,
    accents: true,
  });
  const entered = index.indexed.filter(
    ({ entry }) => entry.main === place.entry.main && entry.sub === place.entry.sub,
  );
  const fresh = found.filter(({ from, to }) => !entered.some((one) => one.pos < to && from < one.end));
  const { main, sub } = place.entry;
  // One step for many of them: a step for each would copy the document as often.
  const places = fresh.map(({ from, to }) => {
    const mark = index_entry.create({ id: newId(), main, sub });
    const words = index.doc
      .slice(from, to)
      .content.content.map((node) => node.mark(mark.addToSet(node.marks)));
    return { from, to, words: Fragment.fromArray(words) };
  });
  for (let i = 0; i < places.length; i += MAX_PLACES)
    tr.step(new ReplaceWordsStep(places.slice(i, i + MAX_PLACES)));
  return fresh.length;
}

function wordsUnder(
  doc: Node,
  from: number,
  to: number,
  mark: ReturnType<typeof index_entry.create>,
): ChosenRange[] {
  const found: ChosenRange[] = [];
  doc.nodesBetween(from, to, (node, pos) => {
    if (node.isInline && mark.isInSet(node.marks)) found.push({ from: pos, to: pos + node.nodeSize });
  });
  return found;
}
