import type { Node } from "prosemirror-model";
import type { Look } from "@/core/document";
import { partitionPoint } from "@/core/order";
import type { Composition } from "./composition";
import { NO_GROUNDS, NO_NOTES, type SetNote, type Strip, type Tag } from "./flow";
import { setText, type SetText } from "./text/set-text";
import { styleOfLook, type TextStyle } from "./text/text-style";
import { plainSource, textSource, type TextSource } from "./text/text-source";

/** Where a text stands within its block. Lengths are points. */
export interface TextPlace {
  readonly x: number;
  readonly width: number;
  readonly tag: Tag;
  /** Position of the content's beginning, counted from the block's start. */
  readonly start: number;
  readonly label?: string;
  readonly align?: Look["align"] | null;
}

/** The strips of a node with inline content, one a line. Lines alone at the foot or the head of a page are prevented. */
export function textStrips(node: Node, look: Look, place: TextPlace, composition: Composition): Strip[] {
  const source = textSource(node, place.start, look, composition, place.label);
  const text = setText(
    source,
    {
      measure: place.width - look.indent,
      align: place.align ?? look.align,
      size: look.size,
      leading: look.leading,
      hyphenate: composition.hyphenate,
    },
    composition.resources,
  );
  return stripsOf(text, { ...place, x: place.x + look.indent }, composition);
}

/** Strips of a text that is set already. */
export function stripsOf(
  text: SetText,
  { x, tag, start }: Pick<TextPlace, "x" | "tag" | "start">,
  composition: Composition,
): Strip[] {
  const { lines, source } = text;
  const notes = notesByLine(text, composition);
  return lines.map(({ height, from }, line) => ({
    gap: 0,
    height,
    free: line === 0 || (line >= 2 && lines.length - line >= 2),
    start: line === 0 ? start : positionAt(source, from, start),
    notes: notes?.get(line) ?? NO_NOTES,
    content: { kind: "text", text, line, x, y: 0 },
    grounds: NO_GROUNDS,
    tag,
  }));
}

/** A text of generated words. */
export function wordsSet(
  words: string,
  style: TextStyle,
  setting: { measure: number; leading: number; align?: Look["align"]; reserve?: number },
  composition: Composition,
): SetText {
  return setText(
    plainSource(words, style),
    { align: "left", size: style.size, hyphenate: null, ...setting },
    composition.resources,
  );
}

/** The position in a block of a sign of its text, counted from the block's start. */
export function positionAt(source: TextSource, offset: number, otherwise: number): number {
  const { spans } = source;
  const span = spans[partitionPoint(spans.length, (i) => spans[i]!.from <= offset) - 1];
  if (!span || span.pos < 0) return otherwise;
  return span.pos + (span.note || span.whole || span.tex !== undefined ? 0 : offset - span.from);
}

function notesByLine(text: SetText, composition: Composition): Map<number, SetNote[]> | null {
  let found: Map<number, SetNote[]> | null = null;
  for (const span of text.source.spans) {
    if (!span.note || span.note.place !== "foot") continue;
    const line = Math.max(
      0,
      text.lines.findIndex(({ to }) => span.from < to),
    );
    found ??= new Map();
    found.set(line, [...(found.get(line) ?? []), setNote(span.note.node, span.note.number, composition)]);
  }
  return found;
}

/** A footnote set over the whole width, its number before it. */
export function setNote(node: Node, number: number, composition: Composition): SetNote {
  const look = composition.sheet.styles.note;
  const source = textSource(node, 1, look, { ...composition, notes: { foot: 0, end: 0 } }, `${number} `);
  const text = setText(
    source,
    {
      measure: composition.width,
      align: look.align,
      size: look.size,
      leading: look.leading,
      hyphenate: composition.hyphenate,
    },
    composition.resources,
  );
  const height = text.lines.reduce((sum, line) => sum + line.height, 0);
  return {
    node,
    id: (node.attrs.id as SetNote["id"]) ?? null,
    number,
    text,
    height,
    tag: { role: "Note", parent: null },
  };
}

/** The style of words of a look, of another size. */
export function sized(look: Look, composition: Composition, factor = 1): TextStyle {
  const style = styleOfLook(look, composition.sheet);
  return factor === 1 ? style : { ...style, size: style.size * factor };
}
