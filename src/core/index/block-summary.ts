import { kept } from "@/core/kept";
import type { Mark, Node } from "prosemirror-model";
import {
  asMark,
  byKind,
  countWords,
  idOf,
  isKind,
  lacksWords,
  lineOf,
  markAmong,
  namedWithin,
  shortened,
  type ByBlock,
  type ByKind,
  type DestinationId,
  type IndexEntry,
  type InlineKind,
  type LinkTarget,
  type MarkAttributes,
  type NamedBlock,
} from "@/core/document";
import { blockPlaceOf, type BlockPlace } from "./block-places";
import { indexedKey, type StandingReference } from "./destination";

/** A stretch of one block that a link covers, or a cross-reference. Positions count from the block's start. */
export interface LinkPiece {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly target: LinkTarget;
  /** Of a cross-reference, whose text is what the place was called. */
  readonly reference?: StandingReference;
}

/** A stretch of one block that a bookmark covers; a point has `from` = `to`. Positions count from the block's start. */
export interface BookmarkPiece {
  readonly id: DestinationId;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly point: boolean;
}

/** A footnote or endnote of one block. Positions count from the block's start. */
export interface NotePiece {
  readonly id: DestinationId | null;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly place: "foot" | "end";
}

/** A stretch of one block under an entry of the index. Positions count from the block's start. */
export interface IndexedPiece {
  readonly id: DestinationId;
  readonly entry: IndexEntry;
  readonly from: number;
  readonly to: number;
}

/** A computed value of one block. Positions count from the block's start. */
export interface ComputedPiece {
  readonly from: number;
  readonly expression: string;
}

/** A figure, table or equation within a block. Positions count from the block's start. */
export interface PlacePiece {
  readonly kind: BlockPlace;
  readonly id: DestinationId;
  readonly line: string;
  readonly from: number;
  readonly size: number;
}

/** All that the index needs to know of one block, with positions relative to it. */
export interface BlockSummary {
  readonly id: DestinationId | null;
  readonly words: number;
  /** The one line by which the block is known: a heading's text, a caption, a contents list's heading. */
  readonly line: string;
  readonly links: readonly LinkPiece[];
  readonly bookmarks: readonly BookmarkPiece[];
  readonly notes: readonly NotePiece[];
  readonly indexed: readonly IndexedPiece[];
  readonly computed: readonly ComputedPiece[];
  /** Where pictures stand in its lines that tell those nothing who cannot see them. */
  readonly wordless: readonly number[];
  /** The figures, tables and equations within it. */
  readonly places: readonly PlacePiece[];
}

/** The summary of a block, kept by the node's identity: nodes never change, and versions of a document share them. */
export const summarise = kept((block: Node): BlockSummary => read(block));

function read(block: Node): BlockSummary {
  const found: FoundPiece = { links: [], bookmarks: [], notes: [], indexed: [], computed: [], wordless: [] };
  let words = 0;
  if (block.isTextblock) words = readTextblock(block, 1, found);
  else
    block.descendants((node, at) => {
      if (!node.isTextblock) return true;
      words += readTextblock(node, at + 2, found);
      return false;
    });
  return {
    id: idOf(block),
    words,
    line: byKind(KNOWN_BY, block),
    links: list(found.links),
    bookmarks: list(found.bookmarks),
    notes: list(found.notes),
    indexed: list(found.indexed),
    computed: list(found.computed),
    wordless: list(found.wordless),
    places: list(namedWithin(block).flatMap(placePiece)),
  };
}

function placePiece({ node, offset }: NamedBlock): PlacePiece[] {
  const [id, kind] = [idOf(node), blockPlaceOf(node)];
  return id && kind ? [{ kind, id, line: byKind(KNOWN_BY, node), from: offset, size: node.nodeSize }] : [];
}

const NONE: readonly never[] = [];

/** A list as it is kept with its block: most blocks have none, and one that grew has room for more than it holds. */
function list<T>(all: readonly T[]): readonly T[] {
  return all.length === 0 ? NONE : all.slice();
}

interface FoundPiece {
  readonly links: LinkPiece[];
  readonly bookmarks: BookmarkPiece[];
  readonly notes: NotePiece[];
  readonly indexed: IndexedPiece[];
  /** Where among those a place of the index stands that may go on. */
  openEntries?: Map<string, number>;
  readonly computed: ComputedPiece[];
  readonly wordless: number[];
}

/** How many letters of its first words a notice without a title is known by. */
const MAX_NAME_LETTERS = 80;

const byNothing = () => "";

/** What a block is known by in lists and menus; nothing where it has no words that name it. */
const KNOWN_BY: ByBlock<[], string> = {
  heading: lineOf,
  figure: (node, { alt }) => lineOf(node) || alt,
  table: (node) => lineOf(node.child(0)),
  notice: (node) => lineOf(node.child(0)) || shortened(lineOf(node.child(1)), MAX_NAME_LETTERS),
  contents_list: (_node, { heading }) => heading,
  paragraph: byNothing,
  bullet_list: byNothing,
  ordered_list: byNothing,
  quotation: byNothing,
  code_block: byNothing,
  definition_list: byNothing,
  equation: byNothing,
  rule: byNothing,
  page_break: byNothing,
};

type Leaf = Exclude<InlineKind, "text">;

/** The words that stand for what is no text, where words are counted. */
const WORDS: ByKind<Leaf, [], string> = {
  hard_break: () => " ",
  note_paragraph: () => " ",
  formula: byNothing,
  picture: byNothing,
  note: byNothing,
  cross_reference: byNothing,
  computation: byNothing,
  bookmark_point: byNothing,
};

const nothingFound = () => 0;

/** What is found in something that is no text; answers how many words stand in it. */
const FIND: ByKind<Leaf, [at: number, found: FoundPiece], number> = {
  cross_reference: (child, attributes, at, { links }) => {
    const { target } = attributes;
    const language = markAmong(child.marks, "language")?.language;
    const reference = language ? { ...attributes, language } : attributes;
    links.push({ from: at, to: at + child.nodeSize, text: target.was ?? "", target, reference });
    return 0;
  },
  computation: (_child, { expression }, at, { computed }) => {
    computed.push({ from: at, expression });
    return 0;
  },
  bookmark_point: (_child, { id }, at, { bookmarks }) => {
    bookmarks.push({ id, from: at, to: at, text: "", point: true });
    return 0;
  },
  note: (child, { id, place }, at, found) => {
    found.notes.push({ id, place, from: at, to: at + child.nodeSize, text: lineOf(child) });
    return readTextblock(child, at + 1, found);
  },
  hard_break: nothingFound,
  note_paragraph: nothingFound,
  formula: nothingFound,
  picture: (child, _picture, at, { wordless }) => {
    if (lacksWords(child)) wordless.push(at);
    return 0;
  },
};

/** Reads one run of inline content that begins at `start`; answers its word count. */
function readTextblock(node: Node, start: number, found: FoundPiece): number {
  let text = "";
  let inNotes = 0;
  let at = start;
  let lastLink = null as Mark | null;
  const openMarks = new Map<DestinationId, number>();
  for (let i = 0; i < node.childCount; i++) {
    const child = node.child(i);
    const end = at + child.nodeSize;
    const piece = child.isText ? child.text! : byKind(WORDS, child);
    for (const mark of child.marks) {
      const range = asMark(mark, "bookmark");
      const link = asMark(mark, "link");
      const indexed = asMark(mark, "index_entry");
      if (range) addRange(found.bookmarks, openMarks, range.id, at, end, piece);
      if (indexed) addIndexed(found, indexed, at, end);
      if (!link) continue;
      addLink(found.links, link.target, lastLink?.eq(mark) === true, at, end, piece);
      lastLink = mark;
    }
    if (isKind(child, "cross_reference")) lastLink = null;
    if (!child.isText) inNotes += byKind(FIND, child, at, found);
    text += piece;
    at = end;
  }
  return countWords(text) + inNotes;
}

/** A link goes on where the last one of the same target ended, whatever other marks its words carry. */
function addLink(
  links: LinkPiece[],
  target: LinkTarget,
  goesOn: boolean,
  from: number,
  to: number,
  text: string,
) {
  const before = links.at(-1);
  if (before && goesOn && before.to === from)
    links[links.length - 1] = { ...before, to, text: before.text + text };
  else links.push({ from, to, text, target });
}

/** A place of the index goes on where its last words ended. */
function addIndexed(
  found: FoundPiece,
  { id, ...entry }: MarkAttributes["index_entry"],
  from: number,
  to: number,
) {
  const { indexed: pieces } = found;
  // Most texts have none.
  const open = (found.openEntries ??= new Map());
  const key = indexedKey(id, entry);
  const index = open.get(key);
  const before = index === undefined ? undefined : pieces[index];
  if (before?.to === from) pieces[index!] = { ...before, to };
  else {
    open.set(key, pieces.length);
    pieces.push({ id, entry, from, to });
  }
}

function addRange(
  pieces: BookmarkPiece[],
  open: Map<DestinationId, number>,
  id: DestinationId,
  from: number,
  to: number,
  text: string,
) {
  const index = open.get(id);
  const before = index === undefined ? undefined : pieces[index];
  if (before && before.to === from) pieces[index!] = { ...before, to, text: before.text + text };
  else {
    open.set(id, pieces.length);
    pieces.push({ id, from, to, text, point: false });
  }
}
