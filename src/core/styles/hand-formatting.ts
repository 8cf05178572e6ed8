import type { Mark, Node, ResolvedPos } from "prosemirror-model";
import {
  asKind,
  byKind,
  byMark,
  coversAll,
  isMark,
  ownLook,
  type Alignment,
  type BlockKind,
  type ByKind,
  type ByMark,
  type BlockLook,
  type PartKind,
  type StyleName,
  type StyleSheet,
} from "@/core/document";
import { styleOf } from "@/core/index";

/** The style of the block in which a position lies, or null for one that has none. */
export function styleAt($pos: ResolvedPos): StyleName | null {
  for (let depth = $pos.depth; depth > 0; depth--) {
    const style = byKind(STYLES, $pos.node(depth));
    if (style && style !== "body") return style;
  }
  const block = $pos.depth === 0 ? $pos.nodeAfter : $pos.node(1);
  return block && byKind(STYLES, block);
}

const body = (): StyleName => "body";
const none = () => null;

/** The style in which each kind of block or part of one is set; null for one that shows no words. */
const STYLES: ByKind<BlockKind | PartKind | "note", [], StyleName | null> = {
  heading: (_node, { level }) => styleOf(level),
  quotation: () => "quotation",
  code_block: () => "code",
  figure: () => "caption",
  table_caption: () => "caption",
  contents_list: () => "contents",
  note: () => "note",
  paragraph: body,
  bullet_list: body,
  ordered_list: body,
  definition_list: body,
  notice: body,
  notice_title: body,
  table: body,
  equation: none,
  rule: none,
  page_break: none,
  list_item: none,
  term: body,
  definition: none,
  table_grid: none,
  table_row: none,
  table_cell: none,
  table_header: none,
};

/** How a block of text differs from its style by what was done to it by hand. */
export interface HandFormatting {
  /** The fields of the look that are others, as they are in this block. */
  readonly look: Partial<BlockLook>;
  /** The same in words: `bold`, `18 pt`. */
  readonly words: readonly string[];
  /** Marks that do it; they cover all of the block's words. */
  readonly marks: readonly Mark[];
  /** Whether some of its words have a size or colour of their own. */
  readonly onWords: boolean;
}

/**
 * What was done by hand to a block of text: its alignment, and the size, colour, weight and slant of all of its words. Strong
 * or emphasised words among others are no looks but meaning, and stay.
 */
export function handFormatting(block: Node, style: StyleName, sheet: StyleSheet): HandFormatting {
  const own = ownLook(sheet, asKind(block, "paragraph")?.style ?? null, sheet.styles[style]);
  const all = marksOnAll(block);
  const look: { -readonly [K in keyof BlockLook]?: BlockLook[K] } = {};
  const words: string[] = [];
  const align = alignOf(block);
  if (align && align !== own.align) {
    look.align = align;
    words.push(ALIGNED[align]);
  }
  for (const mark of all) {
    const done = byMark(LOOKS, mark, own);
    if (!done) continue;
    Object.assign(look, done.look);
    words.push(done.words);
  }
  return { look, words, marks: all, onWords: hasOwnLooks(block, all) };
}

const ALIGNED = { left: "to the left", center: "centred", right: "to the right", justify: "justified" };
/** What a mark on all words of a block does to the look of its style, and how that is said. */
interface Done {
  readonly look: Partial<BlockLook>;
  readonly words: string;
}

/** Marks that say how words look; others mean something. */
const LOOKS: ByMark<[own: BlockLook], Done | null> = {
  strong: (_mark, own) => ({ look: { weight: Math.max(700, own.weight) }, words: "bold" }),
  emphasis: () => ({ look: { slant: "italic" }, words: "italic" }),
  size: ({ percent }, own) => {
    const size = Math.min(96, Math.max(4, Math.round((own.size * percent) / 50) / 2));
    return { look: { size }, words: `${size} pt` };
  },
  colour: ({ colour }) => ({ look: { colour }, words: `colour ${colour}` }),
  underline: none,
  strike: none,
  superscript: none,
  subscript: none,
  code: none,
  link: none,
  language: none,
  bookmark: none,
  index_entry: none,
  comment: none,
  word_style: none,
};

/** The alignment that was given to a block by hand. */
function alignOf(block: Node): Alignment {
  return (asKind(block, "paragraph") ?? asKind(block, "heading"))?.align ?? null;
}

/** The marks that say how words look and cover all words of a block. */
function marksOnAll(block: Node): Mark[] {
  const first = block.content.content.find((child) => child.isText && child.text!.trim() !== "");
  return (first?.marks ?? []).filter(
    (mark) =>
      isMark(mark, "strong", "emphasis", "size", "colour") && coversAll(block, (all) => mark.isInSet(all)),
  );
}

function hasOwnLooks(block: Node, all: readonly Mark[]): boolean {
  return block.content.content.some((child) =>
    child.marks.some((mark) => isMark(mark, "size", "colour") && !mark.isInSet(all)),
  );
}

/** Whether a block was formatted by hand in the very same way as another. */
export function looksLike(block: Node, other: Node): boolean {
  const [a, b] = [marksOnAll(block), marksOnAll(other)];
  return alignOf(block) === alignOf(other) && a.length === b.length && a.every((mark) => mark.isInSet(b));
}
