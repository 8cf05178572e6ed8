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
  anyForced: boolean;
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

/**
 * Finds the places; each call fills the same table anew (Unicode Standard Annex 14, for what no space parts). With `hyphenate`,
 * also those within words.
 */
export function breakPlaces(
  source: TextSource,
  resources: Resources,
  hyphenate: Hyphenate | null,
): BreakPlaces {
  const { text, spans } = source;
  places.count = 0;
  places.anyForced = false;
  const onlySpaces = !text.includes("\n") && !text.includes("\t");
  let x = 0;
  let spaces = 0;
  let at = 0;
  let number = 0;
  let span = spans[0]!;
  let table = resources.font(span.style.font);
  let { size } = span.style;
  let space = widthOf(" ", span, resources);
  let end = spans.length === 1 ? text.length : span.to;
  const enter = (next: number) => {
    number = next;
    span = spans[next]!;
    table = resources.font(span.style.font);
    size = span.style.size;
    space = widthOf(" ", span, resources);
    end = next === spans.length - 1 ? text.length : span.to;
  };
  /** Width from `at` to `to`, which may lie in a later span. */
  const advance = (to: number): number => {
    let width = 0;
    while (at < to) {
      while (end <= at && number < spans.length - 1) enter(number + 1);
      const until = to < end ? to : end;
      const word = text.slice(at, until);
      const own = table && span.tex === undefined ? table.widthOf(word) : -1;
      width += own >= 0 ? own * size : widthOf(word, span, resources);
      at = until;
    }
    return width;
  };
  /** Width of the space or tab at `at`. */
  const advanceSpace = (): number => {
    while (end <= at && number < spans.length - 1) enter(number + 1);
    return text.charCodeAt(at++) === SPACE ? space : widthOf("\t", span, resources);
  };
  /** Width from the beginning of a word, whose pieces are kerned with each other where one span sets them. */
  const advanceIn = (start: number, to: number, before: number): number => {
    if (at === start || end < to || span.from > start) return before + advance(to);
    const width = widthOf(text.slice(start, to), span, resources);
    at = to;
    return width;
  };
  while (at < text.length) {
    let wordEnd = at;
    if (onlySpaces) {
      wordEnd = text.indexOf(" ", at);
      if (wordEnd < 0) wordEnd = text.length;
    } else while (wordEnd < text.length && !isSpace(text.charCodeAt(wordEnd))) wordEnd++;
    const start = at;
    if (hyphenate !== null && wordEnd - at > 4) {
      const wordX = x;
      for (const piece of dividedWord(text.slice(at, wordEnd), at, spanAt(spans, at, number), hyphenate)) {
        x = wordX + advanceIn(start, piece.to, x - wordX);
        if (piece.to < wordEnd)
          add(
            piece.to,
            piece.to,
            x,
            x,
            spaces,
            spaces,
            piece.hyphen ? widthOf("-", span, resources) : 0,
            false,
          );
      }
    } else {
      // Most words are known to be one piece by their width being known.
      const ends = wordEnd - at > 1 ? innerBreaks(text, at, wordEnd) : null;
      const wordX = x;
      if (ends)
        for (const to of ends) {
          x = wordX + advanceIn(start, start + to, x - wordX);
          if (at < wordEnd) add(at, at, x, x, spaces, spaces, 0, false);
        }
      else x += advance(wordEnd);
    }
    const seen = x;
    const spacesSeen = spaces;
    let forced = false;
    if (onlySpaces) {
      while (at < text.length && text.charCodeAt(at) === SPACE) {
        x += advanceSpace();
        spaces++;
      }
    } else
      while (at < text.length && isSpace(text.charCodeAt(at))) {
        if (text.charCodeAt(at) === NEW_LINE) {
          at++;
          forced = true;
          break;
        }
        x += advanceSpace();
        spaces++;
      }
    add(wordEnd, at, seen, x, spacesSeen, spaces, 0, forced);
  }
  if (text.length === 0 || text.endsWith("\n")) add(text.length, text.length, x, x, spaces, spaces, 0, false);
  return places;
}

/** Puts places within the word that ends at a place into the table; answers how many. */
export function divideWord(
  table: BreakPlaces,
  place: number,
  source: TextSource,
  resources: Resources,
  hyphenate: Hyphenate,
): number {
  const from = place === 0 ? 0 : table.from[place - 1]!;
  const to = table.to[place]!;
  const number = source.spans.findIndex((span) => span.to > from);
  const span = source.spans[number];
  // A word of several looks stays whole; they are few.
  if (!span || span.to < to || to - from < 5) return 0;
  const word = source.text.slice(from, to);
  const offsets = dividedWord(word, from, span, hyphenate).filter(({ hyphen }) => hyphen);
  if (offsets.length === 0) return 0;
  const hyphen = widthOf("-", span, resources);
  const x = place === 0 ? 0 : table.next[place - 1]!;
  const spaces = place === 0 ? 0 : table.spacesNext[place - 1]!;
  const by = offsets.length;
  for (const column of [
    table.to,
    table.from,
    table.end,
    table.next,
    table.spacesEnd,
    table.spacesNext,
    table.hyphen,
  ])
    insert(column, place, by, table.count, 0);
  insert(table.forced, place, by, table.count, false);
  table.count += by;
  offsets.forEach(({ to: at }, i) => {
    const width = x + widthOf(word.slice(0, at - from), span, resources);
    table.to[place + i] = at;
    table.from[place + i] = at;
    table.end[place + i] = width;
    table.next[place + i] = width;
    table.spacesEnd[place + i] = spaces;
    table.spacesNext[place + i] = spaces;
    table.hyphen[place + i] = hyphen;
    table.forced[place + i] = false;
  });
  return by;
}

const NEW_LINE = 10;
const SPACE = 32;
const isSpace = (code: number) => code === SPACE || code === NEW_LINE || code === 9;

/** Makes room for `by` values at a place of a column. */
function insert<T>(column: T[], place: number, by: number, count: number, empty: T): void {
  while (column.length < count + by) column.push(empty);
  column.copyWithin(place + by, place, count);
}

const places: BreakPlaces = {
  count: 0,
  anyForced: false,
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
  if (forced) places.anyForced = true;
}

function spanAt(spans: readonly Span[], offset: number, from: number): Span {
  let i = from;
  while (i < spans.length - 1 && spans[i]!.to <= offset) i++;
  return spans[i]!;
}

/** Where a word may be broken without a hyphen; null for the most frequent case of a word that is one piece. */
function innerBreaks(text: string, from: number, to: number): number[] | null {
  for (let i = from; i < to; i++) if (!ONE_PIECE[text.charCodeAt(i)]) return odd(text.slice(from, to));
  return null;
}

function odd(word: string): number[] | null {
  return PLAIN.test(word) ? null : breaksWithin(word);
}

/** Signs of {@link PLAINEST}, and the letters of western languages. */
const ONE_PIECE = new Uint8Array(65_536);
for (let code = 0x21; code < 0x250; code++)
  if (/[\w.,;:!?()'"\p{L}]/u.test(String.fromCharCode(code))) ONE_PIECE[code] = 1;
for (const sign of "’“”‘…") ONE_PIECE[sign.charCodeAt(0)] = 1;

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
