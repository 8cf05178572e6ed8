import type { Node } from "prosemirror-model";
import { isKind } from "@/core/document";
import { linesOf } from "./lines";
import { namedAgain } from "./named-again";

export interface TypedContentsLine {
  readonly title: string;
  /** As it was typed; null where none was. */
  readonly page: string | null;
}

/**
 * A contents list somebody typed: a run of blocks whose lines end in dots or a gap and a page number, or name what stands
 * further down in the same order.
 */
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
const MIN_LINES = 3;
const MAX_LINE_LETTERS = 300;

/** A title, then dots (with or without spaces), an ellipsis or a wide gap, then a page in digits or small roman numerals. */
const LINE = /^(.*?\S)(?:\s*(?:\.\s?){3,}|\s*…+\s*|\s*_{3,}\s*|\t+\s*| {3,})(\d{1,4}|[ivxlc]{1,7})$/u;

const TITLE =
  /^(?:(?:table of )?contents|inhalt(?:sverzeichnis)?|table des matières|sommaire|índice|indice|sommario|inhoud(?:sopgave)?)[.:]?$/iu;

/** Whether a line is one of a typed contents list. */
export function isContentsLine(line: string): boolean {
  return line.length <= MAX_LINE_LETTERS && LINE.test(line);
}

/** The title in a line of a typed contents list, as it stands at the line's beginning; the line itself where it is none. */
export function titleInContents(line: string): string {
  return (line.length <= MAX_LINE_LETTERS && LINE.exec(line)?.[1]) || line;
}

/** The contents lists typed in a document, in order; a line that says no more than “Contents” above one belongs to it. */
export function typedContents(doc: Node): TypedContents[] {
  const paged = pagedContents(doc);
  const unpaged = namedAgain(doc)
    .filter(({ first, end }) => paged.every((other) => end <= other.first || first >= other.end))
    .map(({ first, end, titles }) => ({
      first,
      end,
      lines: titles.map((title): TypedContentsLine => ({ title, page: null })),
    }));
  const starts = new Map<number, number>();
  doc.forEach((_block, pos, index) => starts.set(index, pos));
  const placeOf = (index: number) => starts.get(index) ?? doc.content.size;
  return [...paged, ...unpaged]
    .sort((a, b) => a.first - b.first)
    .map(({ first, end, lines }) => {
      const title = doc.maybeChild(first - 1);
      const begin = title?.isTextblock && TITLE.test(title.textContent.trim()) ? first - 1 : first;
      return { first: begin, end, from: placeOf(begin), to: placeOf(end), lines };
    });
}

/** Runs of blocks whose lines end in page numbers. */
function pagedContents(doc: Node): Pick<TypedContents, "first" | "end" | "lines">[] {
  const found: { first: number; end: number; lines: TypedContentsLine[] }[] = [];
  let open: { first: number; lines: TypedContentsLine[] } | null = null;
  const close = (end: number) => {
    if (open && open.lines.length >= MIN_LINES) found.push({ ...open, end });
    open = null;
  };
  doc.forEach((block, _pos, index) => {
    const lines = isKind(block, "paragraph") ? contentsLines(block) : null;
    if (!lines) return close(index);
    open ??= { first: index, lines: [] };
    open.lines.push(...lines);
  });
  close(doc.childCount);
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
    const match = line.length <= MAX_LINE_LETTERS ? LINE.exec(line) : null;
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
