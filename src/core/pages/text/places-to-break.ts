import LineBreaker from "linebreak";
import type { Hyphenate, Resources } from "../resources";
import { widthOf } from "./measure";
import type { Span, TextSource } from "./text-source";

/**
 * Where the lines of a text may end, in order, as columns of one table. A line that begins after place `a` and ends at `b` is
 * `end[b] - next[a] + hyphen[b]` wide and holds `spacesEnd[b] - spacesNext[a]` spaces. Widths are points from the text's start.
 */
export interface BreakPlaces {
  count: number;
  /** Offset after the last sign that is seen on the line. */
  readonly to: number[];
  /** Offset of the next line's first sign. */
  readonly from: number[];
  readonly end: number[];
  readonly next: number[];
  readonly spacesEnd: number[];
  readonly spacesNext: number[];
  /** Width of the hyphen that is put there; 0 where none is. */
  readonly hyphen: number[];
  readonly forced: boolean[];
}

/** One word and no sign at which it could be broken: the most frequent case, found without asking the breaker. */
const PLAIN = /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\d'’.,;:!?()“”"_…]*$/u;
/** The same in the letters of English, which is quicker. */
const PLAINEST = /^[\w.,;:!?()'"’“”]*$/;

/** Finds the places; each call fills the same table anew (Unicode Standard Annex 14, for what no space parts). */
export function breakPlaces(source: TextSource, resources: Resources, hyphenate: Hyphenate | null): BreakPlaces {
  const { text, spans } = source;
  places.count = 0;
  const hyphenated = hyphenate !== null;
  let x = 0;
  let spaces = 0;
  let at = 0;
  let span = 0;
  /** Width from `at` to `to`, which may lie in a later span. */
  const advance = (to: number): number => {
    let width = 0;
    while (at < to) {
      while (span < spans.length - 1 && spans[span]!.to <= at) span++;
      const end = Math.min(to, span < spans.length - 1 ? spans[span]!.to : to);
      width += widthOf(text.slice(at, end), spans[span]!, resources);
      at = end;
    }
    return width;
  };
  while (at < text.length) {
    let wordEnd = at;
    while (wordEnd < text.length && !isSpace(text.charCodeAt(wordEnd))) wordEnd++;
    const word = text.slice(at, wordEnd);
    if (hyphenated && wordEnd - at > 4) {
      for (const piece of dividedWord(word, at, spanAt(spans, at, span), hyphenate)) {
        x += advance(piece.to);
        if (piece.to < wordEnd)
          add(piece.to, piece.to, x, x, spaces, spaces, piece.hyphen ? hyphenWidth(spanAt(spans, piece.to - 1, span), resources) : 0, false);
      }
    } else if (word.length > 1 && !PLAINEST.test(word) && !PLAIN.test(word)) {
      for (const to of breaksWithin(word)) {
        x += advance(wordEnd - word.length + to);
        if (at < wordEnd) add(at, at, x, x, spaces, spaces, 0, false);
      }
    } else x += advance(wordEnd);
    const seen = x;
    const spacesSeen = spaces;
    let forced = false;
    while (at < text.length && isSpace(text.charCodeAt(at))) {
      if (text.charCodeAt(at) === NEW_LINE) {
        at++;
        forced = true;
        break;
      }
      x += advance(at + 1);
      spaces++;
    }
    add(wordEnd, at, seen, x, spacesSeen, spaces, 0, forced);
  }
  if (text.length === 0 || text.endsWith("\n")) add(text.length, text.length, x, x, spaces, spaces, 0, false);
  return places;
}

const NEW_LINE = 10;
const isSpace = (code: number) => code === 32 || code === NEW_LINE || code === 9;

const places: BreakPlaces = {
  count: 0,
  to: [],
  from: [],
  end: [],
  next: [],
  spacesEnd: [],
  spacesNext: [],
  hyphen: [],
  forced: [],
};

function add(
  to: number,
  from: number,
  end: number,
  next: number,
  spacesEnd: number,
  spacesNext: number,
  hyphen: number,
  forced: boolean,
): void {
  const i = places.count++;
  places.to[i] = to;
  places.from[i] = from;
  places.end[i] = end;
  places.next[i] = next;
  places.spacesEnd[i] = spacesEnd;
  places.spacesNext[i] = spacesNext;
  places.hyphen[i] = hyphen;
  places.forced[i] = forced;
}

function spanAt(spans: readonly Span[], offset: number, from: number): Span {
  let i = from;
  while (i < spans.length - 1 && spans[i]!.to <= offset) i++;
  return spans[i]!;
}

function hyphenWidth(span: Span, resources: Resources): number {
  return widthOf("-", span, resources);
}

/** Offsets within a word after which a line may end, its own end among them. */
function breaksWithin(word: string): number[] {
  const known = within.get(word);
  if (known) return known;
  const breaker = new LineBreaker(word);
  const ends: number[] = [];
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) ends.push(next.position);
  if (within.size > 20_000) within.clear();
  within.set(word, ends);
  return ends;
}
const within = new Map<string, number[]>();

/** The pieces of a word: by the signs at which it may be broken, and where its letters may be divided. */
function dividedWord(
  word: string,
  start: number,
  span: Span,
  hyphenate: Hyphenate,
): { to: number; hyphen: boolean }[] {
  const pieces: { to: number; hyphen: boolean }[] = [];
  const ends = PLAINEST.test(word) ? [word.length] : breaksWithin(word);
  let from = 0;
  for (const end of ends) {
    const part = word.slice(from, end);
    if (!span.style.code && span.tex === undefined)
      for (const at of divisions(part, hyphenate)) pieces.push({ to: start + from + at, hyphen: true });
    pieces.push({ to: start + end, hyphen: false });
    from = end;
  }
  return pieces;
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
    for (const sign of hyphenate(first)) {
      if (sign !== "\u00ad") at += sign.length;
      else if (at >= 2 && at <= first.length - 3) offsets.push(letters.index + at);
    }
  }
  if (byWord.size > 40_000) byWord.clear();
  byWord.set(part, offsets);
  return offsets;
}
const NONE: readonly number[] = [];
const divided = new WeakMap<Hyphenate, Map<string, readonly number[]>>();
