import type { Node } from "prosemirror-model";
import type { BlockLook } from "@/core/document";
import type { Composition } from "./composition";
import { NO_NOTES, type SetNote, type Strip } from "./flow";
import { setNote } from "./note-strips";
import { setLines, type TextPlace } from "./set-words";
import { TextLine, type LinesPlace } from "./text-line";
import type { SetText } from "./text/set-text";

/** The strips of a node with inline content, one a line. Lines alone at the foot or the head of a page are prevented. */
export function textStrips(node: Node, look: BlockLook, place: TextPlace, composition: Composition): Strip[] {
  const text = setLines(node, look, place, composition);
  return stripsOf(text, { x: place.x + look.indent, tag: place.tag, start: place.start }, composition);
}

/** Strips of a text that is set already. */
export function stripsOf(text: SetText, place: LinesPlace, composition: Composition): Strip[] {
  const notes = notesByLine(text, composition);
  return text.lines.map((_, line) => new TextLine(text, line, place, notes?.get(line) ?? NO_NOTES));
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
