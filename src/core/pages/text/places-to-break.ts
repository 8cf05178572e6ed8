import LineBreaker from "linebreak";
import type { FontTable } from "../fonts/font-table";
import { SOFT_HYPHEN } from "../fonts/unseen";
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
  to: Int32Array;
  /** Offset of the next line's first sign. */
  from: Int32Array;
  end: Float64Array;
  next: Float64Array;
  spacesEnd: Int32Array;
  spacesNext: Int32Array;
  /** Width of the hyphen that is put there; 0 where none is. */
  hyphen: Float64Array;
  /** 1 where a line ends whatever else may be. */
  forced: Uint8Array;
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
  const { length } = text;
  places.count = 0;
  places.anyForced = false;
  const onePieces = hyphenate === null && ONE_PIECES.test(text);
  let x = 0;
  let spaces = 0;
  // What is set the same way: nothing of it is asked for anew for each word.
  let number = -1;
  let span = spans[0]!;
  let spanEnd = 0;
  let table: FontTable | null = null;
  let perUnit = 0;
  let space = 0;
  for (let at = 0; at < length;) {
    if (at >= spanEnd && number < spans.length - 1) {
      do span = spans[++number]!;
      while (span.to <= at && number < spans.length - 1);
      spanEnd = number === spans.length - 1 ? length : span.to;
      table = span.tex === undefined ? resources.font(span.style.font) : null;
      perUnit = table ? span.style.size / table.em : 0;
      space = widthOf(" ", span, resources);
    }
    const code = text.charCodeAt(at);
    if (code <= SPACE && isSpace(code)) {
      // What begins with a space is an empty word with a space after it.
      if (places.count === 0 || places.forced[places.count - 1] === 1) add(at, spaces, x);
      const last = places.count - 1;
      at++;
      if (code === NEW_LINE) {
        places.forced[last] = 1;
        places.anyForced = true;
      } else {
        x += code === SPACE ? space : widthOf("\t", span, resources);
        spaces++;
      }
      places.from[last] = at;
      places.spacesNext[last] = spaces;
      places.next[last] = x;
      continue;
    }
    let to = at + 1;
    while (to < length && (text.charCodeAt(to) > SPACE || !isSpace(text.charCodeAt(to)))) to++;
    const pieces = onePieces || to - at < 2 ? null : piecesOf(text, at, to, spans, number, hyphenate);
    if (pieces) {
      const wordX = x;
      let before = at;
      for (const piece of pieces) {
        // The pieces of a word are kerned with each other where one span sets them.
        x =
          piece.to <= spanEnd
            ? wordX + widthAcross(source, number, at, piece.to, resources)
            : x + widthAcross(source, number, before, piece.to, resources);
        before = piece.to;
        const place = add(piece.to, spaces, x);
        if (piece.hyphen && piece.to < to)
          places.hyphen[place] = widthOf("-", spans[spanAt(spans, piece.to - 1, number)]!, resources);
      }
    } else {
      const units = table && to <= spanEnd ? table.unitsIn(text, at, to) : -1;
      x += units >= 0 ? units * perUnit : widthAcross(source, number, at, to, resources);
      // Not as a number handed over, which would be an object for each word.
      const place = add(to, spaces, 0);
      places.end[place] = x;
      places.next[place] = x;
    }
    at = to;
  }
  if (length === 0 || text.charCodeAt(length - 1) === NEW_LINE) add(length, spaces, x);
  return places;
}

/** The width of a stretch of a text, which may lie in several spans; `number` is that of the first, or of one before it. */
function widthAcross(
  { text, spans }: TextSource,
  number: number,
  from: number,
  to: number,
  resources: Resources,
): number {
  let width = 0;
  for (let at = from; at < to;) {
    number = spanAt(spans, at, number);
    const until = number === spans.length - 1 ? to : Math.min(to, spans[number]!.to);
    width += widthOf(text.slice(at, until), spans[number]!, resources);
    at = until;
  }
  return width;
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
  const offsets = dividedWord(word, from, span, hyphenate).filter((piece) => piece.hyphen && piece.to < to);
  if (offsets.length === 0) return 0;
  const hyphen = widthOf("-", span, resources);
  const x = place === 0 ? 0 : table.next[place - 1]!;
  const spaces = place === 0 ? 0 : table.spacesNext[place - 1]!;
  const by = offsets.length;
  if (table.count + by > table.to.length) grow(by);
  for (const column of [
    table.to,
    table.from,
    table.end,
    table.next,
    table.spacesEnd,
    table.spacesNext,
    table.hyphen,
  ])
    insert(column, place, by, table.count);
  insert(table.forced, place, by, table.count);
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
    table.forced[place + i] = 0;
  });
  return by;
}

const NEW_LINE = 10;
const SPACE = 32;
const isSpace = (code: number) => code === SPACE || code === NEW_LINE || code === 9;

/** Moves what stands in a column from a place on by so many places. */
function insert(
  column: Int32Array | Float64Array | Uint8Array,
  place: number,
  by: number,
  count: number,
): void {
  column.copyWithin(place + by, place, count);
}

const places = columns(1_024);

function columns(room: number): BreakPlaces {
  return {
    count: 0,
    anyForced: false,
    to: new Int32Array(room),
    from: new Int32Array(room),
    end: new Float64Array(room),
    next: new Float64Array(room),
    spacesEnd: new Int32Array(room),
    spacesNext: new Int32Array(room),
    hyphen: new Float64Array(room),
    forced: new Uint8Array(room),
  };
}

/** Makes room for so many places more. */
function grow(by: number): void {
  const wide = columns(2 * (places.count + by));
  for (const name of ["to", "from", "end", "next", "spacesEnd", "spacesNext", "hyphen", "forced"] as const)
    wide[name].set(places[name]);
  Object.assign(places, { ...wide, count: places.count, anyForced: places.anyForced });
}

/** A place at which nothing is put and after which no space stands yet. */
function add(to: number, spaces: number, x: number): number {
  if (places.count === places.to.length) grow(1);
  const i = places.count++;
  places.to[i] = to;
  places.from[i] = to;
  places.end[i] = x;
  places.next[i] = x;
  places.spacesEnd[i] = spaces;
  places.spacesNext[i] = spaces;
  places.hyphen[i] = 0;
  places.forced[i] = 0;
  return i;
}

/** The number of the span in which an offset lies; `from` is its own or one before it. */
function spanAt(spans: readonly Span[], offset: number, from: number): number {
  let i = from;
  while (i < spans.length - 1 && spans[i]!.to <= offset) i++;
  return i;
}

/** The pieces of a word between which a line may end; null for the most frequent case of a word that is one piece. */
function piecesOf(
  text: string,
  from: number,
  to: number,
  spans: readonly Span[],
  number: number,
  hyphenate: Hyphenate | null,
): readonly Piece[] | null {
  if (hyphenate !== null && to - from > 4)
    return dividedWord(text.slice(from, to), from, spans[spanAt(spans, from, number)]!, hyphenate);
  const ends = innerBreaks(text, from, to);
  return ends && ends.map((end) => ({ to: from + end, hyphen: endsSoftly(text, from + end) }));
}

/** A piece of a word. */
interface Piece {
  /** Offset in the text after its last letter. */
  readonly to: number;
  /** Whether a hyphen is put there. */
  readonly hyphen: boolean;
}

/** Where a word may be broken without a hyphen; null for the most frequent case of a word that is one piece. */
function innerBreaks(text: string, from: number, to: number): number[] | null {
  for (let i = from; i < to; i++) if (!ONE_PIECE[text.charCodeAt(i)]) return odd(text.slice(from, to));
  return null;
}

/** A text without a sign at which a word could be broken: the most frequent case. */
const ONE_PIECES = /^[\w \t\n.,;:!?()'"’“”‘…À-ÖØ-öø-ɏ]*$/;

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
function dividedWord(word: string, start: number, span: Span, hyphenate: Hyphenate): Piece[] {
  const pieces: Piece[] = [];
  const ends = PLAINEST.test(word) ? [word.length] : breaksWithin(word);
  let from = 0;
  for (const end of ends) {
    const part = word.slice(from, end);
    if (!span.style.code && span.tex === undefined)
      for (const at of divisions(part, hyphenate)) pieces.push({ to: start + from + at, hyphen: true });
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
