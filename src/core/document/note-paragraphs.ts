import { kept } from "@/core/kept";
import { Fragment, type Node } from "prosemirror-model";
import { asKind, MAX_NOTE_DEPTH, schema, type NodeAttributes } from "@/core/kinds";

/** What is said of a paragraph of a note by the sign that begins it. */
export type NoteParagraphPlace = NodeAttributes["note_paragraph"];

/** A paragraph of a note. */
export interface NoteParagraph {
  /** Its words, as those of a paragraph. */
  readonly words: Node;
  /** Where they begin in the content of the note. */
  readonly from: number;
}

/** A part of a note, or of an item of a list in it. */
export type NotePart = NoteParagraph | NoteList;

/** A list in a note; an item holds at least the paragraph it begins with. */
export interface NoteList {
  readonly item: "bullet" | "number";
  readonly items: readonly (readonly NotePart[])[];
}

/** Whether a part of a note is a list. */
export function isNoteList(part: NotePart): part is NoteList {
  return "items" in part;
}

/** The paragraphs and lists of a note in order; at least one paragraph, which may be empty. */
export const partsOfNote = kept((note: Node): readonly NotePart[] => nested(note));

const FIRST: NoteParagraphPlace = { depth: 0, item: null };

interface OpenList {
  readonly item: "bullet" | "number";
  readonly items: NotePart[][];
}

/** A depth that no list is open for is taken as the next that may be. */
function nested(note: Node): NotePart[] {
  const parts: NotePart[] = [];
  const open: OpenList[] = [];
  const innermost = () => open.at(-1)?.items.at(-1) ?? parts;
  let place = FIRST;
  let from = 0;
  let words: Node[] = [];
  const end = () => {
    const { item } = place;
    const depth = Math.min(place.depth, open.length + (item ? 1 : 0));
    while (open.length > depth) open.pop();
    if (item && depth > 0) {
      if (open.length === depth && open.at(-1)!.item !== item) open.pop();
      if (open.length < depth) {
        const list: OpenList = { item, items: [] };
        innermost().push(list);
        open.push(list);
      }
      open.at(-1)!.items.push([]);
    }
    innermost().push({ words: schema.nodes.paragraph.create(null, words), from });
  };
  note.forEach((child, offset) => {
    const begins = asKind(child, "note_paragraph");
    if (!begins) return words.push(child);
    end();
    place = begins;
    from = offset + child.nodeSize;
    words = [];
  });
  end();
  return parts;
}

/** A paragraph that becomes one of a note, and where it stands there. */
export interface NoteDraftParagraph extends NoteParagraphPlace {
  readonly words: readonly Node[];
}

/** The content of a note of these paragraphs. Those without words are left out except for the first, and where an item goes on below. */
export function noteOfParagraphs(paragraphs: readonly NoteDraftParagraph[]): Fragment {
  const content: Node[] = [];
  paragraphs.forEach(({ depth, item, words }, i) => {
    if (i > 0 && words.length === 0 && !(item && goesOn(paragraphs[i + 1], depth))) return;
    if (i > 0 || item)
      content.push(schema.nodes.note_paragraph.create({ depth: Math.min(depth, MAX_NOTE_DEPTH), item }));
    content.push(...words);
  });
  return Fragment.fromArray(content);
}

/** Whether a paragraph belongs to an item so deep that begins before it. */
function goesOn(next: NoteDraftParagraph | undefined, depth: number): boolean {
  return next !== undefined && (next.item ? next.depth > depth : next.depth >= depth);
}
