import type { Fragment, Node } from "prosemirror-model";
import { byKind, schema, type ByInline, type ByKind, type InnerKind, type PartKind } from "@/core/kinds";
import {
  isNoteList,
  noteOfParagraphs,
  partsOfNote,
  type NoteDraftParagraph,
  type NoteParagraphPlace,
  type NotePart,
} from "./note-paragraphs";

const { nodes } = schema;
const LISTS = { bullet: "bullet_list", number: "ordered_list" } as const;

/** The parts of a note as blocks; they have no ids, and begin with a paragraph. */
export function blocksOfNote(note: Node): Node[] {
  return partsOfNote(note).map(blockOf);
}

function blockOf(part: NotePart): Node {
  if (!isNoteList(part)) return part.words;
  return nodes[LISTS[part.item]].create(
    null,
    part.items.map((item) => nodes.list_item.create(null, item.map(blockOf))),
  );
}

/** The content of a note whose parts are these blocks. Of others than paragraphs and lists the words are kept, a paragraph each. */
export function noteOfBlocks(blocks: readonly Node[]): Fragment {
  return noteOfParagraphs(blocks.flatMap((block) => paragraphsOf(block, { depth: 0, item: null })));
}

/** The first paragraph stands at `place`, further ones in the item that it begins. */
function paragraphsOf(block: Node, place: NoteParagraphPlace): NoteDraftParagraph[] {
  return byKind(PARAGRAPHS, block, place);
}

const paragraph = (node: Node, _attributes: unknown, place: NoteParagraphPlace) => [
  { ...place, words: inlineOfNote(node.content.content) },
];

const within = (node: Node, _carried: unknown, place: NoteParagraphPlace) =>
  node.content.content.flatMap((child, i) => paragraphsOf(child, i === 0 ? place : { ...place, item: null }));

const list = (item: "bullet" | "number") => (node: Node, _carried: unknown, place: NoteParagraphPlace) =>
  node.content.content.flatMap((child) => paragraphsOf(child, { depth: place.depth + 1, item }));

const PARAGRAPHS: ByKind<InnerKind | PartKind, [place: NoteParagraphPlace], NoteDraftParagraph[]> = {
  paragraph,
  term: paragraph,
  notice_title: paragraph,
  code_block: (node, _code, place) => [{ ...place, words: linesOfCode(node) }],
  bullet_list: list("bullet"),
  ordered_list: list("number"),
  list_item: within,
  definition_list: within,
  definition: within,
  quotation: within,
  notice: within,
  figure: (node, { picture, alt, decorative }, place) => [
    {
      ...place,
      words: [
        nodes.picture.create({ picture, alt, decorative }),
        ...(node.childCount > 0 ? [schema.text(" ")] : []),
        ...inlineOfNote(node.content.content),
      ],
    },
  ],
  equation: (_node, { tex }, place) => [{ ...place, words: [nodes.formula.create({ tex })] }],
  table: within,
  table_grid: within,
  table_row: within,
  table_cell: within,
  table_header: within,
  table_caption: paragraph,
};

/** Code as words, a line break where a line of it ends. */
function linesOfCode(block: Node): Node[] {
  const code = schema.marks.code.create();
  return inlineOfNote(block.content.content).flatMap((node) => {
    if (!node.isText) return [node];
    const marks = code.addToSet(node.marks);
    return node
      .text!.split("\n")
      .flatMap((line, i) => [
        ...(i > 0 ? [nodes.hard_break.create()] : []),
        ...(line === "" ? [] : [schema.text(line, marks)]),
      ]);
  });
}

const as = (node: Node) => [node];
const nothing = (): Node[] => [];

/** What of a line a note can hold: words, equations, pictures, places. */
const IN_NOTES: ByInline<[], Node[]> = {
  text: as,
  formula: as,
  hard_break: as,
  picture: as,
  note_paragraph: as,
  bookmark_point: as,
  note: nothing,
  cross_reference: nothing,
  computation: nothing,
};

function inlineOfNote(inline: readonly Node[]): Node[] {
  return inline.flatMap((node) => byKind(IN_NOTES, node));
}
