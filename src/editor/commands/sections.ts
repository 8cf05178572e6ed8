import { Fragment, Slice } from "prosemirror-model";
import { TextSelection, type Command, type Transaction } from "prosemirror-state";
import type { DocumentIndex, Heading, Section } from "@/core/index";
import { copiedAttributes, isKind, newId, schema, type DestinationId } from "@/core/document";
import { MoveBlocksStep } from "@/core/steps";
import { ownIds } from "./own-ids";
import { kindStep } from "./levels";

/*
 * What is done to whole sections: a heading with all that follows it, up to the next of the same or a higher rank. Each is
 * one change; ids, bookmarks and links go along. A section that lies within another chosen one goes with it.
 */

const DEEPEST = 6;

/** The chosen sections, in order, without those that lie within another of them. */
export function outermost(index: DocumentIndex, ids: Iterable<DestinationId>): Section[] {
  const wanted = new Set(ids);
  const found: Section[] = [];
  for (const section of index.sections)
    if (wanted.has(section.heading.id) && section.heading.pos >= (found.at(-1)?.end ?? 0))
      found.push(section);
  return found;
}

/**
 * Moves sections before another, or to the end with null. Null where that is where they stand, or within one of them.
 */
export function moveSections(
  tr: Transaction,
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
  before: DestinationId | null,
): Transaction | null {
  const sections = outermost(index, ids);
  const target = before ? index.destination(before)?.pos : index.doc.content.size;
  if (target === undefined || sections.length === 0) return null;
  if (sections.some(({ heading, end }) => target > heading.pos && target < end)) return null;
  // Those before the target come to stand in front of it one after the other; those after it behind the last of them.
  let where = target;
  for (const { heading, end } of sections) {
    const from = tr.mapping.map(heading.pos, 1);
    const to = tr.mapping.map(end, -1);
    const at = where;
    if (at < from) {
      tr.step(new MoveBlocksStep(from, to, at));
      where = at + (to - from);
    } else if (at > to) tr.step(new MoveBlocksStep(from, to, at));
    else where = Math.max(at, to);
  }
  return tr.docChanged ? tr : null;
}

/** Moves sections past the one before or after them of the same parent. Null where there is none. */
export function stepSections(
  tr: Transaction,
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
  by: 1 | -1,
): Transaction | null {
  const chosen = outermost(index, ids);
  const [first, last] = [chosen[0], chosen.at(-1)];
  if (!first || !last) return null;
  const all = index.sections;
  if (by < 0) {
    const at = all.indexOf(first);
    const before = all
      .slice(0, at)
      .findLast((one) => one.end === first.heading.pos && one.parent === first.parent);
    return before ? moveSections(tr, index, ids, before.heading.id) : null;
  }
  const after = all.find((one) => one.heading.pos === last.end && one.parent === last.parent);
  if (!after) return null;
  const beyond = index.headings.find(({ pos }) => pos >= after.end);
  return moveSections(tr, index, ids, beyond?.id ?? null);
}

/**
 * Raises sections (below 0) or lowers them by levels, with what lies below them or alone. Null where one of them would get
 * a level that there is none of.
 */
export function shiftSections(
  tr: Transaction,
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
  by: number,
  { withBelow = true } = {},
): Transaction | null {
  const headings = shiftable(index, ids, by, withBelow);
  for (const { id, level } of headings) tr.step(kindStep(id, "heading", level + by));
  return tr.docChanged ? tr : null;
}

/** The headings that change with sections which are shifted; none where one of them would get a level that does not exist. */
export function shiftable(
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
  by: number,
  withBelow = true,
): readonly Heading[] {
  const chosen = new Set(ids);
  const sections = outermost(index, chosen);
  const headings = index.headings.filter(
    ({ id, pos }) =>
      chosen.has(id) || (withBelow && sections.some(({ heading, end }) => pos > heading.pos && pos < end)),
  );
  return headings.some(({ level }) => level + by < 1 || level + by > DEEPEST) ? [] : headings;
}

/** Makes the headings of sections text of the sections before them; their words stay. */
export function joinSections(
  tr: Transaction,
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
): Transaction | null {
  for (const id of ids) {
    const heading = index.destination(id);
    if (heading?.kind === "heading") tr.step(kindStep(id, "paragraph"));
  }
  return tr.docChanged ? tr : null;
}

/**
 * Begins a new section at the caret, of the level of the section it is in: a heading without words yet, with the caret in it.
 * What stands after the caret in its paragraph goes into the new section.
 */
export function splitSection(index: DocumentIndex): Command {
  return (state, dispatch) => {
    const { $from } = state.selection;
    const block = $from.depth === 0 ? $from.nodeAfter : $from.node(1);
    if (!block || isKind(block, "heading")) return false;
    const level = index.sectionAt($from.pos)?.level ?? 1;
    const start = $from.depth === 0 ? $from.pos : $from.before(1);
    const words = $from.depth === 1 && isKind(block, "paragraph") && $from.parentOffset > 0;
    const tr = state.tr;
    let at = start;
    if (words && $from.parentOffset === block.content.size) at = start + block.nodeSize;
    else if (words) {
      tr.split($from.pos, 1, [{ type: block.type, attrs: copiedAttributes(block) }]);
      at = $from.pos + 1;
    }
    tr.insert(at, schema.nodes.heading.create({ id: newId(), level }));
    dispatch?.(tr.setSelection(TextSelection.create(tr.doc, at + 1)).scrollIntoView());
    return true;
  };
}

/** Puts a copy of sections behind each of them. Its blocks get ids of their own, bookmarks stay on what was copied. */
export function duplicateSections(
  tr: Transaction,
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
): Transaction | null {
  for (const { heading, end } of outermost(index, ids).reverse()) {
    const copy = ownIds(index.doc.slice(heading.pos, end), index.doc);
    tr.insert(end, copy.content);
  }
  return tr.docChanged ? tr : null;
}

/** Takes sections out. A document keeps at least an empty paragraph. */
export function removeSections(
  tr: Transaction,
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
): Transaction | null {
  const sections = outermost(index, ids).reverse();
  for (const { heading, end } of sections) {
    const all = heading.pos === 0 && end === tr.doc.content.size;
    const rest = all ? Fragment.from(schema.nodes.paragraph.create()) : Fragment.empty;
    tr.replace(heading.pos, end, new Slice(rest, 0, 0));
  }
  return tr.docChanged ? tr : null;
}

/** Where sections begin and end. */
export function stretchesOf(
  index: DocumentIndex,
  ids: Iterable<DestinationId>,
): readonly { readonly from: number; readonly to: number }[] {
  return outermost(index, ids).map(({ heading, end }) => ({ from: heading.pos, to: end }));
}
