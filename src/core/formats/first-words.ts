import type { Node, ResolvedPos } from "prosemirror-model";
import type { DocumentIndex } from "@/core/index";
import type { Spot } from "@/core/links";
import { asKind, isKind, type DestinationId } from "@/core/document";
import { entryWords, listEntries, placedIn } from "@/core/wayfinding";

/** What a reader sees first where a link lands, as the document says it, whatever pages it was laid out on. */
export interface FirstWords {
  readonly words: string;
  /**
   * `first`: nothing but a number or a label stands before them. `line`: they begin in the first line. `below`: they stand somewhere below, as
   * a caption does, and what is in a row behind its first line.
   */
  readonly where: "first" | "line" | "below";
}

/** How many letters tell one place from another. */
const LETTERS = 60;

/** The first words of a spot; null where it begins with none: a picture without a caption, an equation. */
export function firstWordsOf(destination: Spot, index: DocumentIndex): FirstWords | null {
  const { pos } = destination;
  switch (destination.kind) {
    case "contents": {
      const list = index.doc.nodeAt(pos)!;
      // One that stands in the lines of pages has no place of its own in the text.
      return placedIn(list) ? null : ofList(list, index);
    }
    case "figure":
      return shortenedWords(textFrom(index.doc.nodeAt(pos)!, 0), "below");
    case "table":
      return shortenedWords(wordsOfTable(index.doc.nodeAt(pos)!), "below");
    case "notice": {
      const notice = index.doc.nodeAt(pos)!;
      // Where it has no title of its own, the word for its kind stands before its words.
      const titled = notice.child(0).content.size > 0;
      return shortenedWords(textFrom(notice.child(titled ? 0 : 1), 0), titled ? "line" : "below");
    }
    case "equation":
    case "top":
      return null;
    case "heading":
      return shortenedWords(textFrom(index.doc.nodeAt(pos)!, 0), "first");
    case "note":
      return shortenedWords(textFrom(index.doc.nodeAt(pos)!, 0), "line");
    default: {
      const at = index.doc.resolve(pos);
      const block = at.parent.isTextblock ? at.parent : at.nodeAfter;
      if (!block || isKind(block, "figure", "table") || block.isAtom) return null;
      const words = textFrom(block, at.parent.isTextblock ? at.parentOffset : 0);
      return shortenedWords(words, standsLowInRow(at) ? "below" : "line");
    }
  }
}

/** Of a table its caption; without one the first word in it, since the lines of cells beside each other are read across. */
function wordsOfTable(table: Node): string {
  const caption = textFrom(table.child(0), 0);
  if (lettersOf(caption) !== "") return caption;
  let first = "";
  table.descendants((node) => {
    if (first === "" && node.isTextblock) first = textFrom(node, 0).trim().split(/\s/, 1)[0]!;
    return first === "";
  });
  return first;
}

/** Whether a place is in a cell of a table and not at its beginning: what leads there lands at the top of the row. */
function standsLowInRow(at: ResolvedPos): boolean {
  for (let depth = at.depth; depth > 1; depth--)
    if (isKind(at.node(depth), "table_cell", "table_header"))
      return at.parentOffset > 0 || at.pos - at.start(depth) > at.depth - depth;
  return false;
}

/** The words of the line of a contents list that leads to a place. */
export function lineWordsOf(list: Node, of: DestinationId, index: DocumentIndex): FirstWords | null {
  const entry = listEntries(index, list).find(({ id }) => id === of);
  return entry ? shortenedWords(entryWords(entry), "line") : null;
}

function ofList(list: Node, index: DocumentIndex): FirstWords | null {
  const title = asKind(list, "contents_list")!.heading;
  if (title) return shortenedWords(title, "first");
  const [entry] = listEntries(index, list);
  return entry ? shortenedWords(entryWords(entry), "line") : null;
}

/** The text from an offset on, up to what is drawn in another way or computed: an equation, a note's sign, a cross-reference. */
function textFrom(block: Node, offset: number): string {
  let text = "";
  let begun = false;
  block.nodesBetween(offset, block.content.size, (node, pos) => {
    if (begun && !node.isText && node.isInline && !isKind(node, "bookmark_point")) text += STOP;
    if (node.isText) {
      text += node.text!.slice(Math.max(0, offset - pos));
      begun = true;
    }
    // What stands first and is no text is drawn otherwise.
    if (!begun && node.isInline && !node.isText && !isKind(node, "bookmark_point")) text += STOP;
    return !node.isInline && !text.includes(STOP);
  });
  return text.split(STOP, 1)[0]!;
}
const STOP = "\0";

function shortenedWords(text: string, where: FirstWords["where"]): FirstWords | null {
  const words = text.slice(0, LETTERS * 2);
  return lettersOf(words) === "" || goesOtherWay(words) ? null : { words, where };
}

/** The letters and digits of a text, in which spaces, hyphens and the like of a page make no difference. */
export function lettersOf(text: string): string {
  return text
    .normalize("NFKC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, "");
}

/** Whether a text is in a script whose order on the page is not that of the text, which is not looked for. */
export function goesOtherWay(text: string): boolean {
  return /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}]/u.test(text);
}
