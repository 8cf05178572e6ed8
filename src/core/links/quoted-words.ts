import type { DocumentIndex } from "@/core/index";
import type { WordsTarget } from "@/core/document";
import { textsIn } from "@/core/find";

/** Words of the document to which a link leads by quoting them. */
export interface QuotedWords {
  readonly kind: "words";
  /** The words as they stand now. */
  readonly name: string;
  readonly pos: number;
  readonly end: number;
  readonly block: number;
}

/** Letters of what stands before and after that are kept with quoted words. */
const CONTEXT = 40;
/** How many letters of what stood around are asked for at least where the words themselves have changed. */
const MIN_CONTEXT = 8;
const MAX_QUOTED_LETTERS = 500;

/** Quotes the words of a stretch within one text; null where that holds no words or goes over its border. */
export function quote(index: DocumentIndex, from: number, to: number): WordsTarget | null {
  const $from = index.doc.resolve(from);
  const block = $from.depth === 0 ? null : $from.node(1);
  if (!block) return null;
  const start = $from.before(1);
  for (const text of textsIn(block)) {
    const at = from - start - text.start;
    const end = to - start - text.start;
    if (at < 0 || end > text.text.length) continue;
    const exact = text.text.slice(at, end);
    if (exact.trim() === "" || exact.length > MAX_QUOTED_LETTERS || exact.includes("\ufffc")) continue;
    return quoted(text.text, at, end);
  }
  return null;
}

function quoted(text: string, from: number, to: number): WordsTarget {
  return {
    kind: "words",
    exact: text.slice(from, to),
    before: text.slice(Math.max(0, from - CONTEXT), from),
    after: text.slice(to, to + CONTEXT),
  };
}

type Run = DocumentIndex["placed"][number]["run"];

/** Words found in a run of blocks; positions count from its start. */
interface Hit {
  readonly from: number;
  readonly to: number;
  readonly block: number;
  readonly name: string;
  /** Letters before and after that are those of the quotation, and more for the words themselves. */
  readonly likeness: number;
}

/** A run is asked for what others quote as well, without end. */
const MAX_CACHED = 2_000;

/** The best hit of each quotation in a run; most runs stay the same from one version to the next. */
const hitCache = new WeakMap<Run, Map<string, Hit | null>>();

/**
 * Finds quoted words again: where they stand as they are, with the most of what stood around them; where they were changed,
 * what now stands between the words that stood before and after. Null where neither is there.
 */
export function findQuoted(index: DocumentIndex, target: WordsTarget): QuotedWords | null {
  const key = `${target.exact}\n${target.before}\n${target.after}`;
  let best: { hit: Hit; pos: number; block: number } | null = null;
  for (const { run, pos, block } of index.placed) {
    let hits = hitCache.get(run);
    if (!hits || hits.size > MAX_CACHED) hitCache.set(run, (hits = new Map()));
    let hit = hits.get(key);
    if (hit === undefined) hits.set(key, (hit = bestIn(run, target)));
    if (hit && (!best || hit.likeness > best.hit.likeness)) best = { hit, pos, block };
  }
  if (!best) return null;
  const { hit, pos, block } = best;
  return {
    kind: "words",
    name: hit.name,
    pos: pos + hit.from,
    end: pos + hit.to,
    block: block + hit.block,
  };
}

function bestIn(run: Run, target: WordsTarget): Hit | null {
  let best: Hit | null = null;
  let offset = 0;
  run.blocks.forEach((node, block) => {
    for (const { text, start } of textsIn(node)) {
      const found = bestInText(text, target);
      if (!found || (best && best.likeness >= found.likeness)) continue;
      const at = offset + start;
      const { from, to, likeness } = found;
      best = { from: at + from, to: at + to, block, likeness, name: text.slice(from, to) };
    }
    offset += node.nodeSize;
  });
  return best;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly likeness: number;
}

function bestInText(text: string, target: WordsTarget): Stretch | null {
  const { exact, before, after } = target;
  let best: Stretch | null = null;
  for (let at = text.indexOf(exact); at >= 0; at = text.indexOf(exact, at + 1)) {
    const end = at + exact.length;
    const likeness =
      2 * CONTEXT + sameAtEnd(text.slice(0, at), before) + sameAtBeginning(text.slice(end), after);
    if (!best || likeness > best.likeness) best = { from: at, to: end, likeness };
  }
  return best ?? between(text, target);
}

/**
 * What stands between the words that stood before and after, where both are still there and no further apart than is likely. Where
 * less than usual was kept, the text began or ended there, and has to do so still.
 */
function between(text: string, { exact, before, after }: WordsTarget): Stretch | null {
  if ((before + after).trim().length < MIN_CONTEXT) return null;
  const ahead = before.length < CONTEXT ? before : before.slice(-20);
  const behind = after.length < CONTEXT ? after : after.slice(0, 20);
  const at = before.length < CONTEXT ? (text.startsWith(ahead) ? 0 : -1) : text.indexOf(ahead);
  if (at < 0) return null;
  const from = at + ahead.length;
  const to =
    after.length < CONTEXT
      ? text.endsWith(behind)
        ? text.length - behind.length
        : -1
      : text.indexOf(behind, from);
  const isLikely = to > from && to - from <= exact.length * 2 + 20;
  return isLikely ? { from, to, likeness: ahead.length + behind.length } : null;
}

function sameAtEnd(a: string, b: string): number {
  let count = 0;
  while (count < a.length && count < b.length && a.at(-1 - count) === b.at(-1 - count)) count++;
  return count;
}

function sameAtBeginning(a: string, b: string): number {
  let count = 0;
  while (count < a.length && count < b.length && a[count] === b[count]) count++;
  return count;
}

/** Words of the document that begin with what was typed in quotation marks (`"as long as`), each as a target. */
export interface FoundWords {
  readonly target: WordsTarget;
  readonly from: number;
  readonly to: number;
  readonly before: string;
  readonly after: string;
}

const MAX_FOUND = 60;

/** Places where words stand that were typed in quotation marks; none for anything else that was typed. */
export function wordsSought(index: DocumentIndex, typed: string): FoundWords[] {
  const words = /^\s*["“„«]\s*([^"”“»]+?)\s*["”“»]?\s*$/u.exec(typed)?.[1];
  if (!words) return [];
  const sought = words.toLowerCase();
  const found: FoundWords[] = [];
  let pos = 0;
  for (const block of index.doc.content.content) {
    for (const { text, start } of textsIn(block)) {
      const lower = text.toLowerCase();
      // Some letters take more room in lower case; then places would not be the same.
      if (lower.length !== text.length) continue;
      for (let at = lower.indexOf(sought); at >= 0; at = lower.indexOf(sought, at + sought.length)) {
        const target = quoted(text, at, at + sought.length);
        const from = pos + start + at;
        found.push({ target, from, to: from + sought.length, before: target.before, after: target.after });
        if (found.length === MAX_FOUND) return found;
      }
    }
    pos += block.nodeSize;
  }
  return found;
}
