import type { Mark, Node, ResolvedPos } from "prosemirror-model";
import { coversAll, schema, type Look, type StyleName, type StyleSheet } from "@/core/document";
import { styleOf } from "@/core/destinations";

const { marks, nodes } = schema;

/** The style of the block in which a position lies, or null for one that has none. */
export function styleAt($pos: ResolvedPos): StyleName | null {
  for (let depth = $pos.depth; depth > 0; depth--) {
    const style = styleOfBlock($pos.node(depth));
    if (style && style !== "body") return style;
  }
  const block = $pos.depth === 0 ? $pos.nodeAfter : $pos.node(1);
  return block && styleOfBlock(block);
}

function styleOfBlock(block: Node): StyleName | null {
  switch (block.type) {
    case nodes.heading:
      return styleOf(block.attrs.level as number);
    case nodes.quotation:
      return "quotation";
    case nodes.code_block:
      return "code";
    case nodes.figure:
    case nodes.table_caption:
      return "caption";
    case nodes.contents_list:
      return "contents";
    case nodes.note:
      return "note";
    case nodes.paragraph:
    case nodes.bullet_list:
    case nodes.ordered_list:
    case nodes.table:
      return "body";
    default:
      return null;
  }
}

/** How a block of text differs from its style by what was done to it by hand. */
export interface HandFormatting {
  /** The fields of the look that are others, as they are in this block. */
  readonly look: Partial<Look>;
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
  const own = sheet.styles[style];
  const all = marksOnAll(block);
  const look: { -readonly [K in keyof Look]?: Look[K] } = {};
  const words: string[] = [];
  const align = block.attrs.align as Look["align"] | null | undefined;
  if (align && align !== own.align) {
    look.align = align;
    words.push(ALIGNED[align]);
  }
  for (const mark of all)
    switch (mark.type) {
      case marks.strong:
        look.weight = Math.max(700, own.weight);
        words.push("bold");
        break;
      case marks.emphasis:
        look.slant = "italic";
        words.push("italic");
        break;
      case marks.size:
        look.size = Math.min(
          96,
          Math.max(4, Math.round((own.size * (mark.attrs.percent as number)) / 50) / 2),
        );
        words.push(`${look.size} pt`);
        break;
      case marks.colour:
        look.colour = mark.attrs.colour as string;
        words.push(`colour ${look.colour}`);
    }
  return { look, words, marks: all, onWords: hasOwnLooks(block, all) };
}

const ALIGNED = { left: "to the left", center: "centred", right: "to the right", justify: "justified" };
const LOOKS = [marks.strong, marks.emphasis, marks.size, marks.colour];

/** The marks that say how words look and cover all words of a block. */
function marksOnAll(block: Node): Mark[] {
  const first = block.content.content.find((child) => child.isText && child.text!.trim() !== "");
  return (first?.marks ?? []).filter(
    (mark) => LOOKS.includes(mark.type) && coversAll(block, (all) => mark.isInSet(all)),
  );
}

function hasOwnLooks(block: Node, all: readonly Mark[]): boolean {
  return block.content.content.some((child) =>
    child.marks.some(
      (mark) => (mark.type === marks.size || mark.type === marks.colour) && !mark.isInSet(all),
    ),
  );
}

/** Whether a block was formatted by hand in the very same way as another. */
export function looksLike(block: Node, other: Node): boolean {
  const [a, b] = [marksOnAll(block), marksOnAll(other)];
  return (
    block.attrs.align === other.attrs.align && a.length === b.length && a.every((mark) => mark.isInSet(b))
  );
}
