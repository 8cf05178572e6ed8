import type { Node } from "prosemirror-model";
import {
  blocksOfNote,
  byKind,
  fixedWordsOf,
  idOf,
  isKind,
  listMarker,
  pictureWords,
  type BlockKind,
  type ByInline,
  type ByKind,
  type Manuscript,
  type NotePlace,
} from "@/core/document";
import { indexDocument, noteNumber, startWithin, type DocumentIndex } from "@/core/index";
import { entryWords, indexLines, isBookIndex, listEntries, wordsOfLine } from "@/core/wayfinding";
import { WrittenReferences } from "../written-references";

/** Writes the words of a document: paragraphs parted by blank lines, lists with their signs, cells parted by tabs. */
export function writeText({ doc }: Manuscript, pages: number | null = null): { text: string; promised: [] } {
  const index = indexDocument(doc);
  const output = {
    index,
    references: new WrittenReferences(index, pages),
    counts: { foot: 0, end: 0 },
  };
  const blocks = doc.content.content.map((block) => blockText(block, output));
  const notes = index.notes.map(({ place, number, from }) => {
    const lines = blocksOfNote(doc.nodeAt(from)!).map((block) => blockText(block, output));
    return `${noteMark(place, number)} ${lines.join("\n").replace(/\n(?=.)/g, "\n    ")}`;
  });
  if (notes.length > 0) blocks.push(notes.join("\n"));
  return { text: blocks.filter((block) => block !== "").join("\n\n") + "\n", promised: [] };
}

/** What the parts of one text share. */
interface TextOutput {
  readonly index: DocumentIndex;
  readonly references: WrittenReferences;
  /** How many notes of each place were met. */
  readonly counts: Record<NotePlace, number>;
}

function noteMark(place: NotePlace, number: number): string {
  return `[${noteNumber(place, number)}]`;
}

/** `start`: with which number a list begins that stands within another block. */
function blockText(node: Node, output: TextOutput, start?: number): string {
  const id = idOf(node);
  return byKind(BLOCKS, node, output, start ?? (id ? output.index.listStarts.get(id) : undefined));
}

function blocksWithin(node: Node, output: TextOutput): string[] {
  return node.content.content.map((child, i) =>
    blockText(child, output, isKind(child, "ordered_list") ? startWithin(node, i) : undefined),
  );
}

const words = (node: Node, _attributes: unknown, output: TextOutput) => lineText(node, output);
const within = (node: Node, _carried: unknown, output: TextOutput) => blocksWithin(node, output).join("\n");

const BLOCKS: ByKind<
  | BlockKind
  | "list_item"
  | "term"
  | "definition"
  | "notice_title"
  | "table_row"
  | "table_cell"
  | "table_header",
  [output: TextOutput, start?: number],
  string
> = {
  heading: words,
  paragraph: words,
  code_block: words,
  bullet_list: (node, _list, output) => listText(node, () => "- ", output),
  ordered_list: (node, count, output, start = count.start) =>
    listText(node, (i) => `${listMarker(count, start + i)} `, output),
  list_item: (node, { checked }, output) =>
    (checked === null ? "" : checked ? "[x] " : "[ ] ") + blocksWithin(node, output).join("\n"),
  definition_list: within,
  notice: (node, { kind }, output) => {
    const word = fixedWordsOf(output.index.doc).notices[kind];
    const [title, ...content] = blocksWithin(node, output);
    return [title ? `${word}: ${title}` : word, ...content].join("\n\n").replace(/^(?=.)/gm, "  ");
  },
  notice_title: words,
  term: words,
  definition: (node, _definition, output) =>
    blocksWithin(node, output)
      .join("\n\n")
      .replace(/^(?=.)/gm, "    "),
  quotation: (node, _quotation, output) =>
    blocksWithin(node, output)
      .join("\n\n")
      .replace(/^(?=.)/gm, "  "),
  figure: (node, _figure, output) =>
    [pictureWords(node) && `[${pictureWords(node)}]`, lineText(node, output)].filter(Boolean).join("\n"),
  table: (node, _table, output) =>
    [lineText(node.child(0), output), ...blocksWithin(node.child(1), output)].filter(Boolean).join("\n"),
  table_row: (node, _row, output) =>
    blocksWithin(node, output)
      .map((cell) => cell.replace(/\s*\n\s*/g, " "))
      .join("\t"),
  table_cell: within,
  table_header: within,
  equation: (_node, { tex }) => `    ${tex}`,
  rule: () => "* * *",
  page_break: () => "\f",
  contents_list: (node, { heading }, { index }) => {
    const lines = listEntries(index, node).map((entry) => "  ".repeat(entry.depth) + entryWords(entry));
    if (isBookIndex(node))
      lines.push(
        ...indexLines(index).map((line) => "  ".repeat(line.depth) + wordsOfLine(line, index, null)),
      );
    return [heading, ...lines].filter(Boolean).join("\n");
  },
};

function listText(node: Node, marker: (item: number) => string, output: TextOutput): string {
  return blocksWithin(node, output)
    .map((text, i) => marker(i) + text.replace(/\n/g, "\n   "))
    .join("\n");
}

function lineText(node: Node, output: TextOutput): string {
  return node.content.content.map((child) => byKind(LEAVES, child, output)).join("");
}

const LEAVES: ByInline<[output: TextOutput], string> = {
  text: (node) => node.text!,
  hard_break: () => "\n",
  formula: (_node, { tex }) => tex,
  picture: (node) => pictureWords(node) && `[${pictureWords(node)}]`,
  note: (_node, { place }, { counts }) => noteMark(place, ++counts[place]),
  note_paragraph: () => "\n",
  cross_reference: (node, _reference, { references }) => references.words(node),
  computation: (node, _computation, { references }) => references.value(node),
  bookmark_point: () => "",
};
