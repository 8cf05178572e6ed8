import { z } from "zod";
import { ownEntry } from "@/core/own-entry";
import { recordOf } from "@/core/keys-of";
import { FIRST_BODY, likeBody, lookSchema, type BlockLook } from "./look";
import { ownStylesSchema, type OwnStyle, type OwnStyles } from "./own-style";
import { FIRST_SETUP, pageRuleSchema, type PageRule, type PageSetup } from "./page-setup";

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

/** The paper of a document. */
export function setupOf(sheet: StyleSheet): PageSetup {
  return sheet.page.setup ?? FIRST_SETUP;
}

/** The looks of one document. */
export interface StyleSheet {
  readonly name: string;
  readonly styles: Readonly<Record<StyleName, BlockLook>>;
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
export function ownLook(sheet: StyleSheet, id: string | null, around: BlockLook): BlockLook {
  const own = ownStyleOf(sheet, id);
  if (own?.of !== "paragraphs") return around;
  const known = ownLooks.get(own);
  if (known?.around === around) return known.look;
  const look = { ...around, ...own.look };
  ownLooks.set(own, { around, look });
  return look;
}

/** The look that was asked for last of each style: nearly all paragraphs of one stand among others of one look. */
const ownLooks = new WeakMap<OwnStyle, { readonly around: BlockLook; readonly look: BlockLook }>();

/** Checks a caption rule. */
export const captionRuleSchema = z.strictObject({
  count: z.enum(["none", "document", "chapter"]),
  figure: z.string().max(40),
  table: z.string().max(40),
  equation: z.string().max(40),
});

/** Checks a whole style sheet that comes from outside. */
export const styleSheetSchema: z.ZodType<StyleSheet> = z.strictObject({
  name: z.string().max(200),
  styles: z.strictObject(recordOf(STYLE_NAMES, () => lookSchema)),
  captions: captionRuleSchema,
  page: pageRuleSchema,
  own: ownStylesSchema.optional(),
});

const heading = (size: number, before: number, look: Partial<BlockLook> = {}) =>
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
