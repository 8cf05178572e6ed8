import { FIRST_SHEET, likeBody, type BlockLook, type StyleSheet } from "@/core/document";

const { styles } = FIRST_SHEET;

const sans = (look: BlockLook, changed: Partial<BlockLook> = {}): BlockLook => ({
  ...look,
  face: "sans",
  ...changed,
});

/** A sheet for what is read on the way and looked up: numbered, in the quiet face, close together. */
const FIELD_CARD: StyleSheet = {
  ...FIRST_SHEET,
  name: "Field card",
  styles: {
    ...styles,
    heading1: sans(styles.heading1, { size: 16, weight: 700, before: 22, after: 6, numbering: "decimal" }),
    heading2: sans(styles.heading2, { size: 12.5, weight: 700, before: 16, after: 4, numbering: "decimal" }),
    heading3: sans(styles.heading3, { size: 10.5, weight: 700, before: 13, after: 3, numbering: "decimal" }),
    heading4: sans(styles.heading4, { size: 10, weight: 600, before: 11, after: 2 }),
    heading5: sans(styles.heading5, { size: 10, before: 10, after: 2 }),
    heading6: sans(styles.heading6, { size: 9.5, before: 10, after: 2 }),
    body: sans(styles.body, { size: 10, leading: 1.45, after: 6 }),
    quotation: likeBody({ size: 10, leading: 1.45, colour: "quiet", before: 6, after: 6, indent: 12 }),
    code: likeBody({ face: "mono", size: 8.5, leading: 1.4, before: 8, after: 8 }),
    caption: likeBody({ size: 8.5, colour: "quiet", leading: 1.35, before: 3, after: 3 }),
    note: likeBody({ size: 8.5, leading: 1.35, after: 2 }),
    contents: likeBody({ size: 10, leading: 1.45, after: 1 }),
    link: likeBody({ size: 10, colour: "tide" }),
  },
  captions: { ...FIRST_SHEET.captions, count: "chapter" },
};

/** A sheet for long reading: each chapter on a page of its own under a large quiet title, text in justified lines. */
const LONG_WATCH: StyleSheet = {
  ...FIRST_SHEET,
  name: "Long watch",
  styles: {
    ...styles,
    heading1: likeBody({
      size: 24,
      weight: 300,
      leading: 1.15,
      before: 48,
      after: 28,
      keepWithNext: true,
      newPage: true,
      colour: "plum",
      numbering: "roman",
    }),
    heading2: likeBody({ size: 15, weight: 500, leading: 1.25, before: 26, after: 9, keepWithNext: true }),
    heading3: likeBody({
      size: 12,
      weight: 500,
      slant: "italic",
      leading: 1.25,
      before: 20,
      after: 6,
      keepWithNext: true,
    }),
    body: { ...styles.body, size: 11.5, leading: 1.65, after: 8, align: "justify" },
    quotation: likeBody({ size: 11, slant: "italic", leading: 1.6, before: 13, after: 13, indent: 24 }),
    contents: likeBody({ size: 11.5, after: 3 }),
    link: likeBody({ size: 11.5 }),
  },
};

/** Style sheets that come with Gate Rope; the first is that of a new document. */
export const READY_SHEETS: readonly StyleSheet[] = [FIRST_SHEET, FIELD_CARD, LONG_WATCH];
