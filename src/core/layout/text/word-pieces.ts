import LineBreaker from "linebreak";
import { SOFT_HYPHEN } from "../fonts/unseen";
import type { Hyphenate } from "../resources";
import type { Span } from "./text-source";

/** A piece of a word: a line may end after it. */
export interface Piece {
  /** Offset in the text after its last letter. */
  readonly to: number;
  /** Whether a hyphen is put there. */
  readonly hyphen: boolean;
}

/** Signs at which no word could be broken: letters and digits of western languages, and what stands at the ends of words. */
const WHOLE = "\\w.,;:!?()'\"’“”‘…À-ÖØ-öø-ɏ";
/** A text in which no word could be broken: the most frequent case. */
const WHOLE_WORDS = new RegExp(`^[${WHOLE} \\t\\n]*$`);
const WHOLE_CHARACTER = new RegExp(`[${WHOLE}]`);
/** 1 for each of those signs, which is quicker for a single word. */
const IS_WHOLE = new Uint8Array(65_536);
for (let code = 0; code < 0x2100; code++)
  if (WHOLE_CHARACTER.test(String.fromCharCode(code))) IS_WHOLE[code] = 1;
/** The same in letters of more alphabets. */
const WHOLE_ELSEWHERE = /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\d'’.,;:!?()“”"_…]*$/u;

/** Whether each word of a text is one piece. */
export function areWhole(text: string): boolean {
  return WHOLE_WORDS.test(text);
}

/**
 * The pieces of a word of a text, the last ending with it; null for the most frequent case of a word that is one piece (Unicode
 * Standard Annex 14). With `hyphenate`, also those of its letters. `span` is the one in which it begins.
 */
export function piecesOf(
  text: string,
  from: number,
  to: number,
  span: Span,
  hyphenate: Hyphenate | null,
): readonly Piece[] | null {
  if (hyphenate !== null && to - from > 4) return dividedWord(text.slice(from, to), from, span, hyphenate);
  if (isWhole(text, from, to)) return null;
  const word = text.slice(from, to);
  if (WHOLE_ELSEWHERE.test(word)) return null;
  return breaksWithin(word).map((end) => ({ to: from + end, hyphen: endsSoftly(word, end) }));
}

function isWhole(text: string, from: number, to: number): boolean {
  for (let i = from; i < to; i++) if (IS_WHOLE[text.charCodeAt(i)] === 0) return false;
  return true;
}

/** Offsets within a word after which a line may end, its own end among them. */
function breaksWithin(word: string): number[] {
  const known = within.get(word);
  if (known) return known;
  const breaker = new LineBreaker(word);
  const ends: number[] = [];
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) ends.push(next.position);
  if (UNSPACED.test(word)) addWords(ends, word);
  if (within.size > 20_000) within.clear();
  within.set(word, ends);
  return ends;
}
const within = new Map<string, number[]>();

/** Thai, Lao, Burmese and Khmer have no spaces between words (class SA of Unicode Standard Annex 14): these are known from a dictionary. */
const UNSPACED = /[\u0e00-\u0eff\u1000-\u109f\u1780-\u17ff]/;

function addWords(ends: number[], text: string): void {
  words ??= new Intl.Segmenter("th", { granularity: "word" });
  const known = new Set(ends);
  for (const { index, segment } of words.segment(text)) {
    const end = index + segment.length;
    // No line begins with what closes, or with a sign that goes with the word before it.
    if (!/^[\p{P}\p{M}]/u.test(text.slice(end)) && UNSPACED.test(segment)) known.add(end);
  }
  known.add(text.length);
  ends.splice(0, ends.length, ...[...known].sort((a, b) => a - b));
}
let words: Intl.Segmenter | null = null;

/** The pieces of a word: by the signs at which it may be broken, and where its letters may be divided. */
export function dividedWord(word: string, start: number, span: Span, hyphenate: Hyphenate): Piece[] {
  const pieces: Piece[] = [];
  const divide = span.hyphenate === undefined ? hyphenate : span.hyphenate;
  const ends = isWhole(word, 0, word.length) ? [word.length] : breaksWithin(word);
  let from = 0;
  for (const end of ends) {
    const part = word.slice(from, end);
    if (divide && !span.style.code && !span.object)
      for (const at of divisions(part, divide)) pieces.push({ to: start + from + at, hyphen: true });
    pieces.push({ to: start + end, hyphen: endsSoftly(word, end) });
    from = end;
  }
  return pieces;
}

/** Whether a hyphen is put at an offset if a line ends there, as its author says. */
function endsSoftly(text: string, end: number): boolean {
  return text.charCodeAt(end - 1) === SOFT_HYPHEN;
}

/** Offsets at which a word may be divided: at least two letters before, three after. Words in capitals stay whole. */
function divisions(part: string, hyphenate: Hyphenate): readonly number[] {
  if (part.length < 5 || part.length > 60) return NONE;
  let byWord = divided.get(hyphenate);
  if (!byWord) divided.set(hyphenate, (byWord = new Map()));
  const known = byWord.get(part);
  if (known) return known;
  const offsets: number[] = [];
  const letters = /[\p{L}\u00ad]{5,}/u.exec(part);
  if (letters && letters[0] !== letters[0].toUpperCase()) {
    const [first] = letters;
    let at = 0;
    for (const character of hyphenate(first)) {
      if (character !== "\u00ad") at += character.length;
      else if (at >= 2 && at <= first.length - 3) offsets.push(letters.index + at);
    }
  }
  if (byWord.size > 40_000) byWord.clear();
  byWord.set(part, offsets);
  return offsets;
}
const NONE: readonly number[] = [];
const divided = new WeakMap<Hyphenate, Map<string, readonly number[]>>();
