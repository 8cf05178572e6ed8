import type { Node } from "prosemirror-model";
import { noteNumber } from "@/core/index";
import {
  byKind,
  markAmong,
  pictureWords,
  schema,
  type ByInline,
  type BlockLook,
  type Reference,
  type StyleSheet,
} from "@/core/document";
import { partitionPoint } from "@/core/order";
import type { Hyphenate, PictureSize, Resources } from "../resources";
import { markedStyle, styleOfLook, type TextStyle } from "./text-style";

/** Stands in the text for an equation or a picture. */
export const OBJECT = "\ufffc";

/** A stretch of a text that is set in one way. Offsets are those of the text. */
export interface Span {
  readonly from: number;
  readonly to: number;
  readonly style: TextStyle;
  /** Where its first sign stands in the block, counted from the block's start; -1 for what is not in the document. */
  readonly pos: number;
  /** What stands in the line instead of words; its one sign is {@link OBJECT}. */
  readonly object?: LineObject;
  /** The sign of a note. */
  readonly note?: NoteMark;
  /** How its words are divided, where they are in another language than the text; null where they are not. */
  readonly hyphenate?: Hyphenate | null;
  /** Words that stand for one thing of the document. */
  readonly whole?: true;
}

/** Something in a line that is no words. */
export type LineObject =
  { readonly kind: "equation"; readonly tex: string } | ({ readonly kind: "picture" } & LinePicture);

/** A picture in a line; lengths are points. */
export interface LinePicture {
  readonly name: string;
  /** What stands for it where it cannot be seen; empty for one that only decorates. */
  readonly alt: string;
  readonly width: number;
  readonly height: number;
}

/** A note as its sign tells of it. */
export interface NoteMark {
  readonly node: Node;
  readonly place: "foot" | "end";
  readonly number: number;
}

/** A text ready to be set: its characters in order, and how each stretch is set. */
export interface TextSource {
  readonly text: string;
  readonly spans: readonly Span[];
}

/** Hands out the numbers of notes in order of place. */
export interface NoteCount {
  foot: number;
  end: number;
}

/** What a text depends on beside its node and its look. */
export interface SourceContext {
  readonly sheet: StyleSheet;
  readonly notes: NoteCount;
  readonly resources: Resources;
  readonly references: ReferenceSource;
}

/** The words that a document makes itself. */
export interface ReferenceSource {
  /** Those of one that stands `offset` positions after the start of its block. */
  wordsAt(offset: number, reference: Reference): string;
  /** The words of a computed value. */
  valueOf(expression: string): string;
}

/**
 * The text of a node with inline content as it is set on a page.
 * @param start Position of the content's beginning, counted from the start of the block.
 * @param label What is counted and stands before the words.
 * @param room So wide a picture in the line may be at most, in points.
 */
export function textSource(
  node: Node,
  start: number,
  look: BlockLook,
  context: SourceContext,
  label = "",
  room = Infinity,
): TextSource {
  const { sheet } = context;
  const base = styleOfLook(look, sheet);
  const only = label === "" && node.childCount === 1 ? node.firstChild! : null;
  // The most frequent case of a text in one piece.
  if (only?.isText) {
    const style = only.marks.length > 0 ? markedStyle(base, look, only.marks, sheet) : base;
    const span = { from: 0, to: only.text!.length, style, pos: start };
    return { text: only.text!, spans: [style.language === null ? span : inLanguage(span, context)] };
  }
  const spans: Span[] = [];
  let text = label;
  if (label) spans.push({ from: 0, to: label.length, style: base, pos: -1 });
  let pos = start;
  node.forEach((child) => {
    const from = text.length;
    const style = child.marks.length > 0 ? markedStyle(base, look, child.marks, sheet) : base;
    const piece = byKind(PIECES, child, { style, base, look, pos, room, context });
    if (piece) {
      text += piece.words;
      const span = { from, to: text.length, style, pos, ...piece.span };
      spans.push(style.language === null ? span : inLanguage(span, context));
    }
    pos += child.nodeSize;
  });
  if (spans.length === 0) spans.push({ from: 0, to: 0, style: base, pos: start });
  return { text, spans: spans.slice() };
}

/** A stretch whose words are divided as those of their language. */
function inLanguage(span: Span, { resources }: SourceContext): Span {
  return { ...span, hyphenate: resources.hyphenation(span.style.language!) };
}

interface PiecePlace {
  /** Its own style, and that of the words around it. */
  readonly style: TextStyle;
  readonly base: TextStyle;
  readonly look: BlockLook;
  /** Its position, counted from the start of the block. */
  readonly pos: number;
  /** The greatest width of a picture, in points. */
  readonly room: number;
  readonly context: SourceContext;
}

/** The words that stand for something in a line, and how they are set where not as the marks say. */
interface Piece {
  readonly words: string;
  readonly span?: Partial<Span>;
}

/** A pixel of a picture on paper, where nothing else is said: 1/96 inch. */
export const PIXEL = 0.75;
/** The greatest height of a picture in a line, in points. */
const MAX_HEIGHT_POINTS = 400;

/** The size of a picture in a line: its own, or of a height that is asked for, as far as there is room. */
function fitted(
  pixels: PictureSize,
  height: number | null,
  room: number,
): Pick<LinePicture, "width" | "height"> {
  // A drawing may not say how large it is.
  const own = pixels && pixels.width > 0 && pixels.height > 0 ? pixels : { width: 16, height: 16 };
  const wanted = height ?? own.height * PIXEL;
  const ratio = own.width / own.height;
  const high = Math.min(wanted, MAX_HEIGHT_POINTS, room / ratio);
  return { width: high * ratio, height: high };
}

const PIECES: ByInline<[place: PiecePlace], Piece | null> = {
  text: (child) => ({ words: child.text! }),
  hard_break: () => ({ words: "\n" }),
  formula: (child, { tex }, { look, context: { sheet, resources }, base }) => {
    if (resources.equation(tex, false) !== "faulty")
      return { words: OBJECT, span: { object: { kind: "equation", tex } } };
    // It stands as it was typed.
    const typed = schema.marks.code.create().addToSet(child.marks);
    return { words: tex, span: { style: markedStyle(base, look, typed, sheet), pos: -1 } };
  },
  picture: (child, { picture, height }, { style, room, context: { resources } }) => {
    const alt = pictureWords(child);
    if (!picture) return alt ? { words: `[${alt}]`, span: { whole: true } } : null;
    const size = fitted(
      resources.picture(picture),
      height === null ? null : (style.size * height) / 100,
      room,
    );
    return { words: OBJECT, span: { object: { kind: "picture", name: picture, alt, ...size } } };
  },
  cross_reference: (child, reference, { base, look, pos, context: { sheet, references } }) => {
    // Within a link it is no link itself.
    const leads = reference.linked && !markAmong(child.marks, "link");
    const marks = leads
      ? schema.marks.link.create({ target: reference.target }).addToSet(child.marks)
      : child.marks;
    const style = markedStyle(base, look, marks, sheet);
    return { words: references.wordsAt(pos, reference), span: { style, whole: true } };
  },
  computation: (_child, { expression }, { context: { references } }) => ({
    words: references.valueOf(expression),
    span: { whole: true },
  }),
  note: (child, { place }, { base, context: { notes } }) => {
    const number = ++notes[place];
    const style = { ...base, rise: base.rise + base.size * 0.35, size: base.size * 0.68 };
    return { words: noteNumber(place, number), span: { style, note: { node: child, place, number } } };
  },
  note_paragraph: () => null,
  bookmark_point: () => null,
};

/** The position in a block of a sign of its text, counted from the block's start. */
export function positionAt(source: TextSource, offset: number, otherwise: number): number {
  const { spans } = source;
  const span = spans[partitionPoint(spans.length, (i) => spans[i]!.from <= offset) - 1];
  if (!span || span.pos < 0) return otherwise;
  return span.pos + (span.note || span.whole || span.object ? 0 : offset - span.from);
}

/** A text that is not in the document: generated words, set in one way. */
export function plainSource(text: string, style: TextStyle): TextSource {
  return madeSource([{ words: text, style }]);
}

/** A text that is not in the document: generated words, each stretch set in its own way. */
export function madeSource(
  stretches: readonly { readonly words: string; readonly style: TextStyle }[],
): TextSource {
  let text = "";
  const spans = stretches.map(({ words, style }): Span => {
    const from = text.length;
    text += words;
    return { from, to: text.length, style, pos: -1 };
  });
  return { text, spans };
}
