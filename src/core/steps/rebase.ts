import { idOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";
import { Mapping, ReplaceStep, type Step, type StepMap, type Transform } from "prosemirror-transform";
import { blockById } from "../document/block-by-id";
import { shifted } from "./shifted";
import { mapByLetters } from "@/prosemirror";

/** A step that its author made here and the authority has not accepted yet. */
export interface OwnStep {
  /** Counts the steps of one client; kept when the step is rebased, so that it is accepted once. */
  readonly number: number;
  readonly step: Step;
  /** What takes it back. */
  readonly inverted: Step;
}

/** A step that the authority has accepted; `own` is its number where it is your own. */
export interface AcceptedStep {
  readonly step: Step;
  readonly own: number | null;
}

/** What became of your own steps. */
export interface Rebased {
  /** Those that still wait, as they now are. */
  readonly waiting: readonly OwnStep[];
  /** Those whose place is gone. */
  readonly dropped: readonly OwnStep[];
  /** Blocks as their author had them, that hold words of dropped steps. */
  readonly displaced: readonly Node[];
  /** The document without what still waits. */
  readonly accepted: Node;
}

/**
 * Puts accepted steps under your own: takes back `own`, applies `accepted`, and applies again those of `own` that are not
 * among them. `tr` begins at the document with `own` applied and ends at the merged one; its mapping knows which step of
 * `own` became which, as ProseMirror's history expects of a rebase.
 *
 * A step whose place was removed is applied to the same block by its id where that block lives on, at the same words. What
 * finds no place is told, never lost silently. Own steps up to the number `acceptedUpTo` are known to be in what was
 * accepted, though in a form that does not show them. Throws a RangeError when an accepted step does not fit: the copy here is then
 * not the authority's, and has to be reloaded.
 */
export function rebase(
  tr: Transform,
  own: readonly OwnStep[],
  accepted: readonly AcceptedStep[],
  acceptedUpTo = 0,
): Rebased {
  const mine = tr.doc;
  for (let i = own.length - 1; i >= 0; i--) tr.step(own[i]!.inverted);
  const confirmed = tr.doc;
  const docBefore = (i: number) => (i === 0 ? confirmed : tr.docs[own.length - i]!);
  const arrived = new Set<number>();
  for (const { step, own: number } of accepted) {
    tr.step(step);
    const i = number === null ? -1 : own.findIndex((it) => it.number === number);
    if (i < 0) continue;
    arrived.add(i);
    mirror(tr.mapping, own.length - 1 - i, tr.steps.length - 1);
  }
  const onto = tr.doc;
  const waiting: OwnStep[] = [];
  const dropped: OwnStep[] = [];
  const words: Node[] = [];
  /** Own steps that went to another place than their surroundings, with their block, and which step of `tr` each became. */
  const displaced = new Map<number, number>();
  own.forEach((it, i) => {
    if (arrived.has(i) || it.number <= acceptedUpTo) return;
    if (dropped.some((lost) => takesBack(own, own.indexOf(lost), i))) return;
    const torn = [...displaced.keys()].some((earlier) => reachesOutOf(own, earlier, i));
    const over = tr.mapping.slice(own.length - i);
    const mapped = torn ? mapByLetters(it.step, over) : it.step.map(over);
    let placed = mapped && applied(tr, mapped);
    if (!placed) {
      placed = applied(tr, atSameBlock(it.step, docBefore(i), tr.doc));
      if (placed) displaced.set(i, tr.steps.length - 1);
    }
    if (placed) {
      mirror(tr.mapping, own.length - 1 - i, tr.steps.length - 1);
      waiting.push({ number: it.number, step: placed, inverted: placed.invert(tr.docs.at(-1)!) });
    } else {
      dropped.push(it);
      words.push(...blocksWithWordsOf(own, i, mine));
    }
  });
  for (const [i, at] of displaced)
    if (loses(own, i, mine, tr, at)) words.push(...blocksWithWordsOf(own, i, mine));
  return { waiting, dropped, displaced: withoutStanding(words, tr.doc), accepted: onto };
}

/**
 * The steps of one author, made on an older version, as they are on the newest: mapped over those that came between. Ends
 * before the first that has no plain place any more, about which its author has to decide.
 */
export function mapOver(own: readonly Step[], between: readonly Step[], doc: Node): Step[] {
  const mapping = new Mapping();
  for (let i = own.length - 1; i >= 0; i--) mapping.appendMap(own[i]!.getMap().invert());
  for (const step of between) mapping.appendMap(step.getMap());
  const placed: Step[] = [];
  let at = doc;
  for (const [i, step] of own.entries()) {
    const mapped = step.map(mapping.slice(own.length - i));
    if (!mapped || repeatsBlocks(mapped, at)) break;
    const result = attempt(mapped, at);
    if (!result) break;
    placed.push(mapped);
    at = result;
    mapping.appendMap(mapped.getMap(), own.length - 1 - i);
  }
  return placed;
}

/** Whether one own step, `j`, is the undoing of an earlier one, `i`: without the one the other means nothing. */
function takesBack(own: readonly OwnStep[], i: number, j: number): boolean {
  const mapping = new Mapping(own.slice(i + 1, j).map(({ step }) => step.getMap()));
  const undoing = own[i]!.inverted.map(mapping);
  return undoing !== null && JSON.stringify(undoing) === JSON.stringify(own[j]!.step);
}

/** Whether the range of one own step, `j`, lies partly in what an earlier one, `i`, put in, and partly outside of that. */
function reachesOutOf(own: readonly OwnStep[], i: number, j: number): boolean {
  const { step } = own[i]!;
  const range = rangeOf(own[j]!.step);
  if (!(step instanceof ReplaceStep) || !range || range.from === range.to) return false;
  const since = new Mapping(own.slice(i + 1, j).map((later) => later.step.getMap()));
  const from = since.map(step.from, -1);
  const to = since.map(step.from + step.slice.size, 1);
  const apart = range.to <= from || range.from >= to;
  return !apart && !(range.from >= from && range.to <= to);
}

function applied(tr: Transform, step: Step | null): Step | null {
  if (!step || repeatsBlocks(step, tr.doc)) return null;
  const result = attempt(step, tr.doc);
  if (!result) return null;
  tr.step(step);
  return step;
}

/** The document after a step, or null where the step fails or what it makes is no valid document. */
function attempt(step: Step, doc: Node): Node | null {
  try {
    return step.apply(doc).doc;
  } catch {
    return null;
  }
}

function mirror(mapping: Mapping, a: number, b: number): void {
  mapping.setMirror(a, b);
}

/** Whether a step puts in whole blocks that stand in the document already, as after two undid the same. */
function repeatsBlocks(step: Step, doc: Node): boolean {
  if (!(step instanceof ReplaceStep) || step.slice.content.childCount === 0) return false;
  const { slice, from, to } = step;
  const first = slice.openStart > 0 ? 1 : 0;
  const last = slice.content.childCount - (slice.openEnd > 0 ? 1 : 0);
  for (let i = first; i < last; i++) {
    const block = slice.content.child(i);
    const id = block.isBlock ? idOf(block) : null;
    const standing = id ? blockById(doc, id) : null;
    if (standing && (standing.pos + standing.node.nodeSize <= from || standing.pos >= to)) return true;
  }
  return false;
}

/** A step inside one block, moved to where the block of the same id stands now; null where its words changed there. */
function atSameBlock(step: Step, before: Node, now: Node): Step | null {
  const range = rangeOf(step);
  if (!range) return null;
  const $from = before.resolve(range.from);
  if ($from.depth === 0) return null;
  const old = $from.node(1);
  const start = $from.before(1);
  if (range.to > start + old.nodeSize - 1) return null;
  const id = idOf(old);
  const found = id ? blockById(now, id) : null;
  if (!found) return null;
  const from = sameSpot(old, found.node, range.from - start - 1);
  const to = sameSpot(old, found.node, range.to - start - 1);
  if (from === null || to === null || to < from) return null;
  // Both ends may stand at the borders of what changed, with other words between them.
  if (words(old, range.from - start - 1, range.to - start - 1) !== words(found.node, from, to)) return null;
  const shift = found.pos + 1 + from - range.from;
  return found.pos + 1 + to - range.to === shift ? step.map(shifted(shift)) : null;
}

/** The words between two offsets in a block's content, anything else in it told apart from them. */
function words(block: Node, from: number, to: number): string {
  return block.textBetween(from, to, "\n", "\ufffc");
}

/** Where an offset in a block's content lies in another version of it; null inside of what changed. */
function sameSpot(old: Node, now: Node, offset: number): number | null {
  const start = old.content.findDiffStart(now.content);
  if (start === null || offset <= start) return offset;
  const end = old.content.findDiffEnd(now.content)!;
  return offset >= end.a ? offset + end.b - end.a : null;
}

function rangeOf(step: Step): { from: number; to: number } | null {
  const { from, to } = step;
  return from === undefined || to === undefined || "where" in step ? null : { from, to };
}

/**
 * Whether words of the own step `i`, which was done again as the step `at` of `tr`, went with what its author took away later: it
 * found its place among words that this author had taken away, where it did not stand before.
 */
function loses(own: readonly OwnStep[], i: number, mine: Node, tr: Transform, at: number): boolean {
  const kept = wordsOf(own[i]!.step, mapsBehind(own, i));
  if (!kept) return false;
  const now = wordsOf(tr.steps[at]!, tr.mapping.maps.slice(at + 1));
  const text = now ? words(tr.doc, now.from, now.to) : "";
  let next = 0;
  for (const letter of words(mine, kept.from, kept.to)) {
    next = text.indexOf(letter, next) + 1;
    if (next === 0) return true;
  }
  return false;
}

/** The blocks in which the words that an own step put in stand in their author's own document. */
function blocksWithWordsOf(own: readonly OwnStep[], i: number, mine: Node): Node[] {
  const range = wordsOf(own[i]!.step, mapsBehind(own, i));
  const blocks: Node[] = [];
  if (range)
    mine.nodesBetween(range.from, range.to, (block) => {
      blocks.push(block);
      return false;
    });
  return blocks;
}

function mapsBehind(own: readonly OwnStep[], i: number): StepMap[] {
  return own.slice(i + 1).map(({ step }) => step.getMap());
}

/** Where the words that a step put in stand after some more; null where it put none in, or none is left. */
function wordsOf(step: Step, since: readonly StepMap[]): { from: number; to: number } | null {
  if (!(step instanceof ReplaceStep)) return null;
  const { content, size } = step.slice;
  if (content.textBetween(0, content.size, " ").trim() === "") return null;
  // They may have been split or moved since, or taken away again.
  const mapping = new Mapping([...since]);
  const from = mapping.map(step.from, 1);
  const to = mapping.map(step.from + size, -1);
  return from < to ? { from, to } : null;
}

/** Each block once, without those whose words stand the same in the merged document, or that have none. */
function withoutStanding(blocks: readonly Node[], merged: Node): Node[] {
  return [...new Set(blocks)].filter(
    (block) =>
      block.textContent.trim() !== "" &&
      blockById(merged, idOf(block)!)?.node.textContent !== block.textContent,
  );
}
