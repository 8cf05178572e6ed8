import type { Node } from "prosemirror-model";
import { schema } from "@/core/document";
import { linesOf } from "./lines";

export interface TypedContentsLine {
  readonly title: string;
  readonly page: string;
}

/** A contents list somebody typed: a run of blocks whose lines end in dots or a gap and a page number. */
export interface TypedContents {
  /** Its first block, and the block after its last, by number. */
  readonly first: number;
  readonly end: number;
  /** Where it begins and ends in the document. */
  readonly from: number;
  readonly to: number;
  readonly lines: readonly TypedContentsLine[];
}

/** Fewer lines than these are not taken for a contents list. */
const LEAST_LINES = 3;
const LONGEST_LINE = 300;

/** A title, then dots (with or without spaces), an ellipsis or a wide gap, then a page in digits or small roman numerals. */
const LINE = /^(.*?\S)(?:\s*(?:\.\s?){3,}|\s*…+\s*|\s*_{3,}\s*|\t+\s*| {3,})(\d{1,4}|[ivxlc]{1,7})$/u;

const TITLE =
  /^(?:(?:table of )?contents|inhalt(?:sverzeichnis)?|table des matières|sommaire|índice|indice|sommario|inhoud(?:sopgave)?)[.:]?$/iu;

/** Whether a line is one of a typed contents list. */
export function isContentsLine(line: string): boolean {
  return line.length <= LONGEST_LINE && LINE.test(line);
}

/** The contents lists typed in a document, in order; a line that says no more than “Contents” above one belongs to it. */
export function typedContents(doc: Node): TypedContents[] {
  const found: TypedContents[] = [];
  let open: { first: number; from: number; lines: TypedContentsLine[] } | null = null;
  const begin = (index: number, pos: number) => {
    const before = doc.maybeChild(index - 1);
    return before?.isTextblock && TITLE.test(before.textContent.trim())
      ? { first: index - 1, from: pos - before.nodeSize, lines: [] }
      : { first: index, from: pos, lines: [] };
  };
  const close = (end: number, to: number) => {
    if (open && open.lines.length >= LEAST_LINES) found.push({ ...open, end, to });
    open = null;
  };
  doc.forEach((block, pos, index) => {
    const lines = block.type === schema.nodes.paragraph ? contentsLines(block) : null;
    if (!lines) return close(index, pos);
    open ??= begin(index, pos);
    open.lines.push(...lines);
  });
  close(doc.childCount, doc.content.size);
  return found;
}

/** The lines of a paragraph if all of them are of a contents list; a title that goes on in the next line is one with it. */
function contentsLines(block: Node): TypedContentsLine[] | null {
  const found: TypedContentsLine[] = [];
  let begun = "";
  // Most paragraphs do not end like a line of one.
  if (!/[\divxlc]\s*$/u.test(block.lastChild?.text ?? "")) return null;
  for (const text of rawLines(block)) {
    const line = begun ? `${begun} ${text}` : text;
    const match = line.length <= LONGEST_LINE ? LINE.exec(line) : null;
    if (match) {
      found.push({ title: match[1]!.replace(/\s+/gu, " "), page: match[2]! });
      begun = "";
    } else if (begun) return null;
    else begun = text;
  }
  return begun === "" && found.length > 0 ? found : null;
}

/** Lines as they were typed: wide gaps mean something here. */
function rawLines(block: Node): string[] {
  const lines = linesOf(block);
  return lines.map(({ from, to }) => block.textBetween(from, to).trim());
}
