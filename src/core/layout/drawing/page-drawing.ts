import type { OutlinedEquation } from "@/core/equations/outline-equation";
import type { DestinationId, LinkTarget } from "@/core/document";
import type { LineTarget, Tag } from "../flow";
import type { FontKey } from "../fonts/font-key";

/** What is on one page, to be put on a screen or into a file. Points from the page's upper left corner, y downwards. */
export interface PageDrawing {
  readonly notes: readonly DrawnNote[];
  readonly width: number;
  readonly height: number;
  /** The number of the page as it is written. */
  readonly label: string;
  readonly items: readonly DrawnItem[];
  readonly links: readonly DrawnLink[];
  /** Where the strips begin. */
  readonly strips: readonly DrawnStrip[];
}

export type DrawnItem = DrawnWords | DrawnStroke | DrawnFill | DrawnPicture | DrawnShapes;

/** Words of one font in one line. */
export interface DrawnWords {
  readonly kind: "words";
  readonly x: number;
  /** The base line. */
  readonly y: number;
  readonly text: string;
  readonly font: FontKey;
  readonly size: number;
  readonly colour: string;
  /** Added to each space. */
  readonly extra: number;
  readonly width: number;
  /** Read from right to left; `text` is in the order of reading all the same. */
  readonly rtl: boolean;
  /** To be shaped by the font's own rules. */
  readonly shaped: boolean;
  /** No font has it: a frame is drawn in its place. */
  readonly missing: boolean;
  /** The part of the structure it belongs to; null for what only decorates. */
  readonly tag: Tag | null;
  /** Which of the page's links it belongs to, or -1. */
  readonly link: number;
  /** A hyphen that is there only because the line ends. */
  readonly soft?: boolean;
  /** A space follows in the text, which the line's end stands for. */
  readonly spaceAfter?: boolean;
}

export interface DrawnStroke {
  readonly kind: "stroke";
  readonly x: number;
  readonly y: number;
  readonly toX: number;
  readonly toY: number;
  readonly width: number;
  readonly colour: string;
  readonly dotted?: boolean;
}

export interface DrawnFill {
  readonly kind: "fill";
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

export interface DrawnPicture {
  readonly kind: "picture";
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly tag: Tag | null;
  /** Which of the page's links it lies in; -1 for none. */
  readonly link: number;
}

/** An equation; `size` is its em in points. */
export interface DrawnShapes {
  readonly kind: "shapes";
  readonly tex: string;
  readonly display: boolean;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly colour: string;
  readonly outlines: OutlinedEquation;
  readonly tag: Tag | null;
  readonly link: number;
}

/** Where a link leads: as in the document, to the line of a place in the contents list, with its page, or to a note at the foot of the page. */
export type DrawnTarget =
  | LinkTarget
  | (LineTarget & { readonly page: number })
  | { readonly kind: "note"; readonly id: DestinationId };

/** A link on a page, with a box for each line it covers. */
export interface DrawnLink {
  readonly target: DrawnTarget;
  readonly words: string;
  readonly boxes: readonly Box[];
  readonly tag: Tag | null;
}

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A strip on a page: its flow, its number in it, the left edge of its column, and its top. */
export interface DrawnStrip {
  readonly flow: number;
  readonly strip: number;
  readonly x: number;
  readonly y: number;
}

/** A note of the document on a page. */
export interface DrawnNote {
  readonly id: DestinationId | null;
  /** The left edge of its column. */
  readonly x: number;
  readonly y: number;
}
