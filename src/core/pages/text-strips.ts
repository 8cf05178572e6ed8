import type { Node } from "prosemirror-model";
import { idOf, type Look } from "@/core/document";
import type { Composition } from "./composition";
import { NO_NOTES, type SetNote, type Strip } from "./flow";
import { TextLine, type LinesPlace } from "./text-line";
import { setText, type SetText } from "./text/set-text";
import { styleOfLook, type TextStyle } from "./text/text-style";
import { plainSource, textSource } from "./text/text-source";

/** Where a text stands within its block. Lengths are points. */
export interface TextPlace extends LinesPlace {
  readonly width: number;
  readonly label?: string;
  readonly align?: Look["align"] | null;
}

/** The strips of a node with inline content, one a line. Lines alone at the foot or the head of a page are prevented. */
export function textStrips(node: Node, look: Look, place: TextPlace, composition: Composition): Strip[] {
  const source = textSource(node, place.start, look, composition, place.label, place.width - look.indent);
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
  return stripsOf(text, { x: place.x + look.indent, tag: place.tag, start: place.start }, composition);
}

/** Strips of a text that is set already. */
export function stripsOf(text: SetText, place: LinesPlace, composition: Composition): Strip[] {
  const notes = notesByLine(text, composition);
  return text.lines.map((_, line) => new TextLine(text, line, place, notes?.get(line) ?? NO_NOTES));
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
    id: idOf(node),
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
