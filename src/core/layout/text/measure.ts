import { insteadOf, type FontKey } from "../fonts/font-key";
import { NEEDS_SHAPING } from "../fonts/shaped-text";
import { isInvisible } from "../fonts/unseen";
import type { Resources } from "../resources";
import type { LineObject, Span } from "./text-source";

/** A piece of a word that one font sets. Offsets are those of the word. */
export interface FontPiece {
  readonly from: number;
  readonly to: number;
  readonly font: FontKey;
  /** Its letters change with their neighbours. */
  readonly shaped: boolean;
  /** No font has it. */
  readonly missing: boolean;
}

/** The width in points of words of one span. */
export function widthOf(word: string, { style, object }: Span, resources: Resources): number {
  if (object) return objectBox(object, style.size, resources).width;
  const table = resources.font(style.font);
  if (!table) return word.length * 0.5 * style.size;
  const width = table.widthOf(word);
  if (width >= 0) return width * style.size;
  let sum = 0;
  for (const piece of fontPieces(word, style.font, resources))
    sum += pieceWidth(word.slice(piece.from, piece.to), piece, resources);
  return sum * style.size;
}

/** The width in points of words with spaces between: no letter is kerned with a space. */
export function widthOfWords(words: string, span: Span, resources: Resources): number {
  if (span.object || !words.includes(" ")) return widthOf(words, span, resources);
  let sum = 0;
  let at = 0;
  while (at <= words.length) {
    let end = words.indexOf(" ", at);
    if (end < 0) end = words.length;
    if (end > at) sum += widthOf(words.slice(at, end), span, resources);
    if (end < words.length) sum += widthOf(" ", span, resources);
    at = end + 1;
  }
  return sum;
}

/** The width of a piece in parts of an em. */
export function pieceWidth(text: string, { font, shaped, missing }: FontPiece, resources: Resources): number {
  if (missing) return MISSING_WIDTH * [...text].length;
  if (shaped) {
    const shape = resources.shaper(font);
    return shape ? shape(text).width : 0.5 * text.length;
  }
  const table = resources.font(font);
  if (!table) return 0.5 * text.length;
  let sum = 0;
  for (const [i, word] of text.split(" ").entries()) {
    const width = word === "" ? 0 : table.widthOf(word);
    sum += (i > 0 ? table.space : 0) + (width >= 0 ? width : 0.5 * word.length);
  }
  return sum;
}

/** Letters that every font of the faces has. */
export const EVERY_FONT_HAS = /^[\x20-\x7e]*$/;

/** Width of the box that stands for a character no font has, in parts of an em. */
const MISSING_WIDTH = 0.7;

/** A word in pieces by the fonts that have its signs. */
export function fontPieces(word: string, key: FontKey, resources: Resources): FontPiece[] {
  if (EVERY_FONT_HAS.test(word))
    return [{ from: 0, to: word.length, font: key, shaped: false, missing: false }];
  const pieces: FontPiece[] = [];
  for (let at = 0; at < word.length;) {
    const code = word.codePointAt(at)!;
    const to = at + (code > 0xffff ? 2 : 1);
    const shaped = NEEDS_SHAPING.test(word.slice(at, to));
    const before = pieces.at(-1);
    // A mark stands on the letter before it, in its font.
    const font = shaped && before && isMark(code) ? before.font : fontWith(code, key, resources);
    const missing = font === null;
    if (before && !missing && !before.missing && before.font === font && (before.shaped || !shaped))
      pieces[pieces.length - 1] = { ...before, to };
    else if (before && !missing && !before.missing && before.font === font)
      pieces[pieces.length - 1] = { ...before, to, shaped: true };
    else pieces.push({ from: at, to, font: font ?? key, shaped: shaped && !missing, missing });
    at = to;
  }
  return pieces;
}

function isMark(code: number): boolean {
  return (code >= 0x300 && code < 0x370) || (code >= 0x591 && code < 0x5c8) || code === 0x200d;
}

function fontWith(code: number, key: FontKey, resources: Resources): FontKey | null {
  if (resources.font(key)?.has(code)) return key;
  // Signs that are not seen need no font.
  if (isInvisible(code)) return key;
  for (const other of insteadOf(key, code)) if (resources.font(other)?.has(code)) return other;
  return resources.wanted.some(({ kind }) => kind === "font") ? key : null;
}

/** How far a picture in a line reaches below the base line, as a fraction of the size of the words. */
export const PICTURE_DEPTH = 0.15;

/** The room of what stands in a line among words of a size, in points. */
export function objectBox(
  object: LineObject,
  size: number,
  resources: Resources,
): { readonly width: number; readonly height: number; readonly depth: number } {
  if (object.kind === "picture") {
    const depth = size * PICTURE_DEPTH;
    return { width: object.width, height: object.height - depth, depth };
  }
  const { width, height, depth } = equationBox(object.tex, false, resources);
  return { width: width * size, height: height * size, depth: depth * size };
}

/** The room of an equation, in parts of an em; guessed while it cannot be drawn yet. */
export function equationBox(
  tex: string,
  display: boolean,
  resources: Resources,
): { readonly width: number; readonly height: number; readonly depth: number } {
  const outlined = resources.equation(tex, display);
  return outlined && outlined !== "faulty" ? outlined : { width: tex.length * 0.4, height: 0.8, depth: 0.3 };
}
