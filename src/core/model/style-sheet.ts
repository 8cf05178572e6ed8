import { z } from "zod";
import { ownEntry } from "@/core/own-entry";
import { FIRST_BODY, likeBody, lookSchema, type Look } from "./look";
import { ownStylesSchema, type OwnStyle, type OwnStyles } from "./own-style";

/** What has a style: one look for all of its kind in a document. */
export const STYLE_NAMES = [
  "heading1",
  "heading2",
  "heading3",
  "heading4",
  "heading5",
  "heading6",
  "body",
  "quotation",
  "code",
  "caption",
  "note",
  "contents",
  "link",
  "button",
] as const;
export type StyleName = (typeof STYLE_NAMES)[number];

/** How captions are counted, and the words before their numbers. */
export interface CaptionRule {
  readonly count: "none" | "document" | "chapter";
  readonly figure: string;
  readonly table: string;
  readonly equation: string;
}

/** What stands at the left, in the middle and at the right of a page's edge; see {@link PageRule}. */
export type PageLine = readonly [left: string, middle: string, right: string];

/** Sizes of paper that have a name: width and height in points (ISO 216; ANSI/ASME Y14.1). */
export const PAPERS = {
  A4: { width: 595.28, height: 841.89 },
  Letter: { width: 612, height: 792 },
  A5: { width: 419.53, height: 595.28 },
} as const;

/** The paper and where the text stands on it. Lengths are points. */
export interface PageSetup {
  readonly width: number;
  readonly height: number;
  readonly margins: {
    readonly top: number;
    readonly right: number;
    readonly bottom: number;
    readonly left: number;
  };
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

/** Less room than this for the text is no page: points each way. */
export const LEAST_ROOM = 100;

/**
 * The line above and below the text of each page. In their words `{page}` stands for the page's number, `{pages}` for how
 * many there are, `{title}` for the document's title, `{section}` for the title of the section the page begins in, and
 * `{contents}` for a link to the contents list; title and section are links too.
 */
export interface PageRule {
  readonly header: PageLine;
  readonly footer: PageLine;
  /** Whether they stand on the first page. */
  readonly onFirst: boolean;
  /** Absent for {@link FIRST_SETUP}. */
  readonly setup?: PageSetup;
}

/** The paper of a document. */
export function setupOf(sheet: StyleSheet): PageSetup {
  return sheet.page.setup ?? FIRST_SETUP;
}

/** The looks of one document. */
export interface StyleSheet {
  readonly name: string;
  readonly styles: Readonly<Record<StyleName, Look>>;
  readonly captions: CaptionRule;
  readonly page: PageRule;
  /** Those that its authors made. Absent: none. */
  readonly own?: OwnStyles | undefined;
}

const NONE: OwnStyles = {};

/** The styles that the authors of a document made. */
export function ownStylesOf(sheet: StyleSheet): OwnStyles {
  return sheet.own ?? NONE;
}

/** A style that an author made; null for none, and for one that is gone. */
export function ownStyleOf(sheet: StyleSheet, id: string | null): OwnStyle | null {
  return (id !== null && ownEntry(ownStylesOf(sheet), id)) || null;
}

/** The look of a paragraph with a style of its own among others of a look; that look where it has none. */
export function ownLook(sheet: StyleSheet, id: string | null, around: Look): Look {
  const own = ownStyleOf(sheet, id);
  if (own?.of !== "paragraphs") return around;
  const known = ownLooks.get(own);
  if (known?.around === around) return known.look;
  const look = { ...around, ...own.look };
  ownLooks.set(own, { around, look });
  return look;
}

/** The look that was asked for last of each style: nearly all paragraphs of one stand among others of one look. */
const ownLooks = new WeakMap<OwnStyle, { readonly around: Look; readonly look: Look }>();

/** Checks a caption rule. */
export const captionRuleSchema = z.strictObject({
  count: z.enum(["none", "document", "chapter"]),
  figure: z.string().max(40),
  table: z.string().max(40),
  equation: z.string().max(40),
});

const pageLine = z.tuple([z.string().max(500), z.string().max(500), z.string().max(500)]);

const side = z.number().min(120).max(5_000);
const margin = z.number().min(0).max(2_000);

/** Checks a paper and its margins: they must leave room for text. */
export const pageSetupSchema = z
  .strictObject({
    width: side,
    height: side,
    margins: z.strictObject({ top: margin, right: margin, bottom: margin, left: margin }),
    rightHand: z.boolean(),
    romanFront: z.boolean(),
  })
  .refine(
    ({ width, height, margins }) =>
      width - margins.left - margins.right >= LEAST_ROOM &&
      height - margins.top - margins.bottom >= LEAST_ROOM,
    "The margins leave no room for text.",
  );

/** Checks a page rule. */
export const pageRuleSchema = z.strictObject({
  header: pageLine,
  footer: pageLine,
  onFirst: z.boolean(),
  setup: pageSetupSchema.optional(),
});

/** Checks a whole style sheet that comes from outside. */
export const styleSheetSchema: z.ZodType<StyleSheet> = z.strictObject({
  name: z.string().max(200),
  styles: z.strictObject(
    Object.fromEntries(STYLE_NAMES.map((name) => [name, lookSchema])) as Record<StyleName, typeof lookSchema>,
  ),
  captions: captionRuleSchema,
  page: pageRuleSchema,
  own: ownStylesSchema.optional(),
});

const heading = (size: number, before: number, look: Partial<Look> = {}) =>
  likeBody({
    size,
    weight: 600,
    leading: 1.25,
    before,
    after: Math.round(size / 2),
    keepWithNext: true,
    ...look,
  });

/** The style sheet of a document that has not chosen another. */
export const FIRST_SHEET: StyleSheet = {
  name: "Night log",
  styles: {
    heading1: heading(17.5, 30),
    heading2: heading(13.5, 23),
    heading3: heading(11.5, 19.5),
    heading4: heading(11, 17),
    heading5: heading(11, 15, { slant: "italic", weight: 500 }),
    heading6: heading(10, 14, { colour: "quiet" }),
    body: FIRST_BODY,
    quotation: likeBody({ colour: "quiet", before: 13, after: 13, indent: 12 }),
    code: likeBody({ face: "mono", size: 9.5, leading: 1.5, before: 13, after: 13 }),
    caption: likeBody({ size: 9.5, colour: "quiet", leading: 1.45, before: 4, after: 4 }),
    note: likeBody({ size: 9.5, leading: 1.5, after: 4 }),
    contents: likeBody({ after: 2 }),
    link: likeBody({}),
    button: likeBody({ face: "sans", size: 10, weight: 600, colour: "tide" }),
  },
  captions: { count: "document", figure: "Figure", table: "Table", equation: "" },
  page: { header: ["{title}", "", "{section}"], footer: ["{contents}", "{page}", ""], onFirst: false },
};
