import type { Node } from "prosemirror-model";
import type { DestinationId, LinkTarget, NoticeKind } from "@/core/document";
import type { SetText } from "./text/set-text";
import type { TextStyle } from "./text/text-style";

/** What stands before the items of a list, as readers aloud are told. */
export type ListNumbering =
  "None" | "Disc" | "Decimal" | "LowerAlpha" | "UpperAlpha" | "LowerRoman" | "UpperRoman";

/** A part of the structure that a reader aloud is told of (ISO 32000-2, 14.8: standard structure types). The object is its identity. */
export interface Tag {
  readonly role: string;
  readonly parent: Tag | null;
  /** Words that stand for it. */
  readonly alt?: string;
  /** The language of its words, where it is not the document's. */
  readonly language?: string;
  /** How the items of a list are counted (ISO 32000-2, 14.8.5.5). */
  readonly numbering?: ListNumbering;
  readonly scope?: "Row" | "Column";
  readonly colSpan?: number;
  readonly rowSpan?: number;
}

/** A footnote set for the foot of a page; lengths are points. */
export interface SetNote {
  readonly node: Node;
  readonly id: DestinationId | null;
  readonly number: number;
  /** Its lines; the number stands before the first. */
  readonly strips: readonly Strip[];
  readonly height: number;
}

/**
 * A strip of a block that stands on one page: a line, a row of a table, a picture. Lengths are points, places are counted from the
 * block's left edge and from the strip's top.
 */
export interface Strip {
  /** Space before it within its block; left out where it begins a page. */
  readonly gap: number;
  readonly height: number;
  /** Whether a page may begin with it. */
  readonly free: boolean;
  /** Position in the document at which it begins, counted from the block's start. */
  readonly start: number;
  readonly notes: readonly SetNote[];
  readonly content: StripContent;
  readonly grounds: readonly Ground[];
  /** Null where nothing of it is read aloud. */
  readonly tag: Tag | null;
}

/** A strip like another, except for what is said. */
export function stripLike(strip: Strip, but: Partial<Strip>): Strip {
  const { gap, height, free, start, notes, content, grounds, tag } = strip;
  return { gap, height, free, start, notes, content, grounds, tag, ...but };
}

export type StripContent =
  | TextContent
  | MarkedLine
  | ContentsLine
  | ButtonContent
  | {
      readonly kind: "row";
      readonly cells: readonly CellPart[];
      readonly line: number;
      readonly width: number;
    }
  | PictureContent
  | EquationContent
  | { readonly kind: "rule"; readonly x: number; readonly width: number; readonly y: number }
  | { readonly kind: "empty" };

/** A line of a text. */
export interface TextContent {
  readonly kind: "text";
  readonly text: SetText;
  readonly line: number;
  readonly x: number;
  readonly y: number;
}

/** The first line of a list's item, with its sign before it. */
export interface MarkedLine extends Omit<TextContent, "kind"> {
  readonly kind: "marked";
  readonly marker: SetText;
  /** Whether a tick stands in it. */
  readonly ticked: boolean;
  readonly markerTag: Tag;
}

/** A line of a contents list: its last line has a leader and the number of the destination's page. */
export interface ContentsLine {
  readonly kind: "contents";
  readonly text: SetText;
  readonly line: number;
  readonly x: number;
  readonly width: number;
  readonly to: DestinationId;
  readonly style: TextStyle;
  /** Whether the number of the page stands at its end. */
  readonly numbered: boolean;
  /** Whether dots lead to that number. */
  readonly leader: boolean;
}

/** A button of a menu: its border, its words, and where it leads; the number of the page stands at its right edge where that is shown. */
export interface ButtonContent {
  readonly kind: "button";
  readonly text: SetText;
  readonly x: number;
  readonly width: number;
  /** From its border to its words, beside and above them. */
  readonly across: number;
  readonly down: number;
  readonly to: DestinationId;
  readonly style: TextStyle;
  readonly numbered: boolean;
}

/** Whether the number of its page stands behind an entry, dots before that, and the room that is kept free for it. */
export interface NumberLook {
  readonly numbered: boolean;
  readonly leader: boolean;
  readonly reserve: number;
}

/** What of a cell stands in a row, or in a part of a row that is taller than a page. */
export interface CellPart {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly strips: readonly Strip[];
}

export interface PictureContent {
  readonly kind: "picture";
  /** Empty where the picture is missing; then a frame with its words is drawn. */
  readonly name: string;
  readonly words: SetText | null;
  readonly x: number;
  readonly width: number;
  readonly height: number;
}

export interface EquationContent {
  readonly kind: "equation";
  readonly tex: string;
  readonly x: number;
  /** From the strip's top to the base line. */
  readonly baseline: number;
  readonly size: number;
  readonly colour: string;
  readonly label: SetText | null;
}

/** What is drawn behind a strip, over the space before it too. */
export type Ground = PlainGround | IconGround;

/** A bar or a wash. `first`: it begins with this strip, and leaves the space before that free. */
export interface PlainGround {
  readonly kind: "bar" | "wash";
  readonly x: number;
  readonly width: number;
  readonly colour: string;
  readonly first?: boolean;
}

/** The icon of a notice, `y` below the strip's top. */
export interface IconGround {
  readonly kind: "icon";
  readonly notice: NoticeKind;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly colour: string;
}

/** The line of a place in the contents list. */
export interface LineTarget {
  readonly kind: "line";
  readonly of: DestinationId;
}

/** A block in strips. */
export interface Flow {
  readonly strips: readonly Strip[];
  readonly before: number;
  readonly after: number;
  /** Kept on the page on which the next block begins. */
  readonly keepWithNext: boolean;
  readonly newPage: boolean;
  /** The next block begins a page. */
  readonly endsPage: boolean;
  /** How many strips at the beginning are repeated on each page on which it goes on; from `repeated[0]` to `repeated[1]`. */
  readonly repeated: readonly [from: number, to: number] | null;
  /** Where all of its words lead. */
  readonly link?: LinkTarget | LineTarget;
  /** Characters that no font has. */
  readonly missing: readonly string[];
}

/** The height of strips that follow each other, the space before the first left out. */
export function heightOf(strips: readonly Strip[]): number {
  let height = 0;
  strips.forEach((strip, i) => (height += (i > 0 ? strip.gap : 0) + strip.height));
  return height;
}

export const NO_NOTES: readonly SetNote[] = [];
export const NO_GROUNDS: readonly Ground[] = [];
