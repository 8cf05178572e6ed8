import type { Node } from "prosemirror-model";
import { noteNumber } from "@/core/destinations";
import { schema, type Look, type Reference, type StyleSheet } from "@/core/document";
import { partitionPoint } from "@/core/order";
import type { Resources } from "../resources";
import { markedStyle, styleOfLook, type TextStyle } from "./text-style";

/** Stands in the text for an equation. */
export const OBJECT = "\ufffc";

/** A stretch of a text that is set in one way. Offsets are those of the text. */
export interface Span {
  readonly from: number;
  readonly to: number;
  readonly style: TextStyle;
  /** Where its first sign stands in the block, counted from the block's start; -1 for what is not in the document. */
  readonly pos: number;
  /** TeX of an equation, whose one sign is {@link OBJECT}. */
  readonly tex?: string;
  /** The sign of a note. */
  readonly note?: NoteSign;
  /** Words that stand for one thing of the document. */
  readonly whole?: true;
}

/** A note as its sign tells of it. */
export interface NoteSign {
  readonly node: Node;
  readonly place: "foot" | "end";
  readonly number: number;
}

/** A text as it is to be set: its signs in order, and how each stretch is set. */
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
 */
export function textSource(
  node: Node,
  start: number,
  look: Look,
  { sheet, notes, resources, references }: SourceContext,
  label = "",
): TextSource {
  const base = styleOfLook(look, sheet);
  const only = label === "" && node.childCount === 1 ? node.firstChild! : null;
  // The most frequent case of a text in one piece.
  if (only?.isText) {
    const style = only.marks.length > 0 ? markedStyle(base, look, only.marks, sheet) : base;
    return { text: only.text!, spans: [{ from: 0, to: only.text!.length, style, pos: start }] };
  }
  const spans: Span[] = [];
  let text = label;
  if (label) spans.push({ from: 0, to: label.length, style: base, pos: -1 });
  let pos = start;
  node.forEach((child) => {
    const from = text.length;
    const style = child.marks.length > 0 ? markedStyle(base, look, child.marks, sheet) : base;
    switch (child.type.name) {
      case "text":
        text += child.text!;
        spans.push({ from, to: text.length, style, pos });
        break;
      case "hard_break":
        text += "\n";
        spans.push({ from, to: text.length, style, pos });
        break;
      case "formula": {
        const tex = child.attrs.tex as string;
        if (resources.equation(tex, false) === "faulty") {
          // It stands as it was typed.
          text += tex;
          const typed = schema.marks.code.create().addToSet(child.marks);
          spans.push({ from, to: text.length, style: markedStyle(base, look, typed, sheet), pos: -1 });
        } else {
          text += OBJECT;
          spans.push({ from, to: text.length, style, pos, tex });
        }
        break;
      }
      case "cross_reference": {
        const reference = child.attrs as Reference;
        text += references.wordsAt(pos, reference);
        // Within a link it is no link itself.
        const leads = reference.linked && !schema.marks.link.isInSet(child.marks);
        const marks = leads
          ? schema.marks.link.create({ target: reference.target }).addToSet(child.marks)
          : child.marks;
        spans.push({ from, to: text.length, style: markedStyle(base, look, marks, sheet), pos, whole: true });
        break;
      }
      case "computation":
        text += references.valueOf(child.attrs.expression as string);
        spans.push({ from, to: text.length, style, pos, whole: true });
        break;
      case "note": {
        const place = child.attrs.place as "foot" | "end";
        const number = ++notes[place];
        text += noteNumber(place, number);
        const sign = { ...base, rise: base.rise + base.size * 0.35, size: base.size * 0.68 };
        spans.push({
          from,
          to: text.length,
          style: sign,
          pos,
          note: { node: child, place, number },
        });
      }
    }
    pos += child.nodeSize;
  });
  if (spans.length === 0) spans.push({ from: 0, to: 0, style: base, pos: start });
  return { text, spans: spans.slice() };
}

/** The position in a block of a sign of its text, counted from the block's start. */
export function positionAt(source: TextSource, offset: number, otherwise: number): number {
  const { spans } = source;
  const span = spans[partitionPoint(spans.length, (i) => spans[i]!.from <= offset) - 1];
  if (!span || span.pos < 0) return otherwise;
  return span.pos + (span.note || span.whole || span.tex !== undefined ? 0 : offset - span.from);
}

/** A text that is not in the document: generated words, set in one way. */
export function plainSource(text: string, style: TextStyle): TextSource {
  return { text, spans: [{ from: 0, to: text.length, style, pos: -1 }] };
}
