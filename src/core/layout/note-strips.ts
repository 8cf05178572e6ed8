import type { Node } from "prosemirror-model";
import { idOf, isNoteList, partsOfNote, type BlockLook, type NoteList, type NotePart } from "@/core/document";
import type { Composition } from "./composition";
import { heightOf, NO_NOTES, stripLike, type SetNote, type Strip, type Tag } from "./flow";
import { bulletAt, itemGap, listIndent, marked } from "./list-line";
import { setLines, unindented } from "./set-words";
import { TextLine } from "./text-line";

/** The space between the paragraphs of a note, in parts of the words' size. */
const PARAGRAPH_GAP = 0.3;

/** A footnote set over the whole width, its number before it. */
export function setNote(node: Node, number: number, composition: Composition): SetNote {
  const strips = noteStrips(node, String(number), composition);
  return { node, id: idOf(node), number, strips, height: heightOf(strips) };
}

interface PartPlace {
  readonly x: number;
  readonly width: number;
  readonly tag: Tag;
  readonly look: BlockLook;
  /** What stands before the first words. */
  readonly label?: string;
}

/** The words of a note in lines over the whole width, its sign before the first. */
export function noteStrips(node: Node, mark: string, composition: Composition): Strip[] {
  // The signs of notes are counted by the text around them.
  const apart = { ...composition, notes: { foot: 0, end: 0 } };
  const { note: look } = composition.sheet.styles;
  const tag: Tag = { role: "Note", parent: null };
  const place = { x: 0, width: composition.width, tag, look };
  const labelled = { ...place, label: `${mark} ` };
  const parts = partsOfNote(node);
  return parts.length === 1
    ? partStrips(parts[0]!, labelled, apart, 0)
    : partsStrips(parts, labelled, apart, 0);
}

/** Parts one below the other. */
function partsStrips(
  parts: readonly NotePart[],
  { label, ...place }: PartPlace,
  composition: Composition,
  depth: number,
): Strip[] {
  return parts.flatMap((part, i) => {
    const tag = isNoteList(part) ? place.tag : { role: "P", parent: place.tag };
    const strips = partStrips(
      part,
      { ...place, tag, ...(i === 0 && label && { label }) },
      composition,
      depth,
    );
    const gap = place.look.size * PARAGRAPH_GAP;
    return i === 0 ? strips : strips.map((strip, line) => (line === 0 ? stripLike(strip, { gap }) : strip));
  });
}

function partStrips(part: NotePart, place: PartPlace, composition: Composition, depth: number): Strip[] {
  if (isNoteList(part)) return listStrips(part, place, composition, depth);
  const { look, tag } = place;
  const start = 1 + part.from;
  const text = setLines(part.words, look, { ...place, start }, composition);
  return text.lines.map((_, i) => new TextLine(text, i, { x: place.x + look.indent, tag, start }, NO_NOTES));
}

function listStrips(list: NoteList, place: PartPlace, composition: Composition, depth: number): Strip[] {
  const tag: Tag = { role: "L", parent: place.tag, numbering: list.item === "number" ? "Decimal" : "Disc" };
  const markerOf = (item: number) => (list.item === "number" ? `${item + 1}.` : bulletAt(depth));
  const look = unindented(place.look);
  const indent = listIndent(markerOf(list.items.length - 1), look, place.width, composition);
  const inset = place.look.indent + indent;
  const within = { x: place.x + inset, width: Math.max(place.width / 3, place.width - inset), look };
  return list.items.flatMap((item, i) => {
    const itemTag: Tag = { role: "LI", parent: tag };
    const body: Tag = { role: "LBody", parent: itemTag };
    const strips = partsStrips(item, { ...within, tag: body }, composition, depth + 1);
    const marker = { words: markerOf(i), tag: { role: "Lbl", parent: itemTag } };
    const first = marked(strips[0]!, marker, { look, indent }, composition);
    strips[0] = i > 0 ? stripLike(first, { gap: itemGap(look) }) : first;
    return strips;
  });
}
