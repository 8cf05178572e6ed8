import { z } from "zod";
import { MAX_START, NUMERALS, type Numerals } from "./list-count";

/*
 * How the pages of a document are set up, and those of one section of pages.
 */

/** What stands at the left, in the middle and at the right of a page's edge; see {@link PageLines}. */
export type PageLine = readonly [left: string, middle: string, right: string];

const LINE_FIELD = /(\{(?:page|pages|title|section|contents)\})/;

/** The words of a part of a page line, cut around the fields that stand among them; see {@link PageLines}. */
export function pageLineParts(words: string): string[] {
  return words.split(LINE_FIELD);
}

/** The line above and the line below the text of a page. */
export interface LinePair {
  readonly header: PageLine;
  readonly footer: PageLine;
}

/**
 * The line above and below the text of each page. In their words `{page}` stands for the page's number, `{pages}` for how
 * many there are, `{title}` for the document's title, `{section}` for the title of the section the page begins in, and
 * `{contents}` for a link to the contents list; title and section are links too.
 */
export interface PageLines extends LinePair {
  /** Whether they stand on the first page too. */
  readonly onFirst: boolean;
  /** What stands on the first page where those do not. Absent: nothing. */
  readonly first?: LinePair | undefined;
  /** What stands on left-hand pages. Absent: the same as on the others. */
  readonly even?: LinePair | undefined;
}

/** How the pages of a document are: their lines and their paper. */
export interface PageRule extends PageLines {
  /** Absent for {@link FIRST_SETUP}. */
  readonly setup?: PageSetup | undefined;
}

/** Sizes of paper that have a name: width and height in points (ISO 216; ANSI/ASME Y14.1). */
export const PAPERS = {
  A4: { width: 595.28, height: 841.89 },
  Letter: { width: 612, height: 792 },
  A5: { width: 419.53, height: 595.28 },
} as const;

/** Columns of text beside each other, and the space between two in points. */
export interface Columns {
  readonly count: number;
  readonly gap: number;
}

/** Paper, and where the text stands on it. Lengths are points. */
export interface Paper {
  readonly width: number;
  readonly height: number;
  readonly margins: {
    readonly top: number;
    readonly right: number;
    readonly bottom: number;
    readonly left: number;
  };
  /** Absent: one column. */
  readonly columns?: Columns | undefined;
}

/** The paper of a document, and how its pages follow each other. */
export interface PageSetup extends Paper {
  /** Whether what starts on a new page starts on a right-hand one. */
  readonly rightHand: boolean;
  /** Whether the pages before the first section are counted in roman numbers, and the others from 1. */
  readonly romanFront: boolean;
}

/** The paper of a document that has not chosen another. */
export const FIRST_SETUP: PageSetup = {
  ...PAPERS.A4,
  margins: { top: 72, right: 79, bottom: 72, left: 79 },
  rightHand: false,
  romanFront: false,
};

/** How pages are counted from one on: in which numerals, and with which number; null to go on from the page before. */
export interface PageNumbering {
  readonly numerals: Numerals;
  readonly from: number | null;
}

/** What pages have of their own from a break on, until a later one says otherwise. What is null is as in the document. */
export interface PageSection {
  readonly paper: Paper | null;
  /** Their `first` is the first page of the section. */
  readonly lines: PageLines | null;
  /** Null: they are counted on like those before. */
  readonly numbering: PageNumbering | null;
  /** Whether it begins on a right-hand page. */
  readonly rightHand: boolean;
}

/** A section whose pages are as the document's. */
export const PLAIN_SECTION: PageSection = { paper: null, lines: null, numbering: null, rightHand: false };

/** Less room than this for the text, or for one of its columns, is no page: points each way. */
export const MIN_ROOM_POINTS = 100;

/** Columns narrower than that hold no line of text. */
export const MIN_COLUMN_POINTS = 60;
export const MAX_COLUMNS = 4;

/** The width of a column of text on a paper, in points. */
export function columnWidth({ width, margins, columns }: Paper): number {
  const room = width - margins.left - margins.right;
  return columns ? (room - columns.gap * (columns.count - 1)) / columns.count : room;
}

/** The height of the text on a paper, in points. */
export function textHeight({ height, margins }: Paper): number {
  return height - margins.top - margins.bottom;
}

/** Whether a paper has room for text between its margins, and in each of its columns. */
export function hasRoom(paper: Paper): boolean {
  return (
    columnWidth({ ...paper, columns: undefined }) >= MIN_ROOM_POINTS &&
    textHeight(paper) >= MIN_ROOM_POINTS &&
    columnWidth(paper) >= MIN_COLUMN_POINTS
  );
}

const words = z.string().max(500);
const pageLine = z.tuple([words, words, words]);
const linePair = z.strictObject({ header: pageLine, footer: pageLine });

const pageLines = {
  header: pageLine,
  footer: pageLine,
  onFirst: z.boolean(),
  first: linePair.optional().describe("Stands on the first page where the others do not."),
  even: linePair.optional().describe("Stands on left-hand pages."),
};

const side = z.number().min(120).max(5_000);
const margin = z.number().min(0).max(2_000);

const paper = {
  width: side,
  height: side,
  margins: z.strictObject({ top: margin, right: margin, bottom: margin, left: margin }),
  columns: z
    .strictObject({ count: z.int().min(2).max(MAX_COLUMNS), gap: z.number().min(0).max(300) })
    .optional(),
};

const NO_ROOM = "The margins leave no room for text.";

/** Checks a paper and its margins: they must leave room for text. */
export const pageSetupSchema = z
  .strictObject({ ...paper, rightHand: z.boolean(), romanFront: z.boolean() })
  .refine(hasRoom, NO_ROOM);

/** Checks a page rule. */
export const pageRuleSchema = z.strictObject({ ...pageLines, setup: pageSetupSchema.optional() });

/** Checks a section of pages. */
export const pageSectionSchema: z.ZodType<PageSection> = z.strictObject({
  paper: z.strictObject(paper).refine(hasRoom, NO_ROOM).nullable(),
  lines: z.strictObject(pageLines).nullable(),
  numbering: z
    .strictObject({ numerals: z.enum(NUMERALS), from: z.int().min(0).max(MAX_START).nullable() })
    .nullable(),
  rightHand: z.boolean(),
});

/** The attribute of an element that says how pages are from a break on. */
export function writtenPageSection(section: PageSection): string {
  return JSON.stringify(section);
}

/** What such an attribute says; null where it says nothing that holds. */
export function pageSectionFrom(written: string | null | undefined): PageSection | null {
  if (!written) return null;
  try {
    const parsed = pageSectionSchema.safeParse(JSON.parse(written));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}
