import type { FontTable } from "../fonts/font-table";
import type { Hyphenate, Resources } from "../resources";
import { addPlace, insertPlaces, places, setPlace, type BreakPlaces } from "./break-table";
import { widthOf } from "./measure";
import type { Span, TextSource } from "./text-source";
import { areWhole, dividedWord, piecesOf } from "./word-pieces";

/**
 * Finds the places; each call fills the same table again (Unicode Standard Annex 14, for what no space parts). With `hyphenate`,
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
  const onePieces = hyphenate === null && areWhole(text);
  let x = 0;
  let spaces = 0;
  // What is set the same way: nothing of it is asked for again for each word.
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
      table = span.object ? null : resources.font(span.style.font);
      perUnit = table ? span.style.size / table.em : 0;
      space = widthOf(" ", span, resources);
    }
    const code = text.charCodeAt(at);
    if (code <= SPACE && isSpace(code)) {
      // What begins with a space is an empty word with a space after it.
      if (places.count === 0 || places.forced[places.count - 1] === 1) addPlace(at, spaces, x);
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
    const pieces =
      onePieces || to - at < 2 ? null : piecesOf(text, at, to, spans[spanAt(spans, at, number)]!, hyphenate);
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
        const place = addPlace(piece.to, spaces, x);
        if (piece.hyphen && piece.to < to)
          places.hyphen[place] = widthOf("-", spans[spanAt(spans, piece.to - 1, number)]!, resources);
      }
    } else {
      const units = table && to <= spanEnd ? table.unitsIn(text, at, to) : -1;
      x += units >= 0 ? units * perUnit : widthAcross(source, number, at, to, resources);
      // Not as a number handed over, which would be an object for each word.
      const place = addPlace(to, spaces, 0);
      places.end[place] = x;
      places.next[place] = x;
    }
    at = to;
  }
  if (length === 0 || text.charCodeAt(length - 1) === NEW_LINE) addPlace(length, spaces, x);
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
  place: number,
  source: TextSource,
  resources: Resources,
  hyphenate: Hyphenate,
): number {
  const from = place === 0 ? 0 : places.from[place - 1]!;
  const to = places.to[place]!;
  const span = source.spans.find((own) => own.to > from);
  // A word of several looks stays whole; they are few.
  if (!span || span.to < to || to - from < 5) return 0;
  const word = source.text.slice(from, to);
  const divided = dividedWord(word, from, span, hyphenate).filter((piece) => piece.hyphen && piece.to < to);
  if (divided.length === 0) return 0;
  const hyphen = widthOf("-", span, resources);
  const x = place === 0 ? 0 : places.next[place - 1]!;
  const spaces = place === 0 ? 0 : places.spacesNext[place - 1]!;
  insertPlaces(place, divided.length);
  divided.forEach(({ to: at }, i) =>
    setPlace(place + i, at, spaces, x + widthOf(word.slice(0, at - from), span, resources), hyphen),
  );
  return divided.length;
}

const NEW_LINE = 10;
const SPACE = 32;
const isSpace = (code: number) => code === SPACE || code === NEW_LINE || code === 9;

/** The number of the span in which an offset lies; `from` is its own or one before it. */
function spanAt(spans: readonly Span[], offset: number, from: number): number {
  let i = from;
  while (i < spans.length - 1 && spans[i]!.to <= offset) i++;
  return i;
}
