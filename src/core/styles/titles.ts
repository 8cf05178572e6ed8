import type { Face, StyleName } from "@/core/document";

/** What the styles are called. */
export const STYLE_TITLES: Readonly<Record<StyleName, string>> = {
  heading1: "Heading 1",
  heading2: "Heading 2",
  heading3: "Heading 3",
  heading4: "Heading 4",
  heading5: "Heading 5",
  heading6: "Heading 6",
  body: "Body text",
  quotation: "Quotation",
  code: "Code",
  caption: "Caption",
  note: "Note",
  contents: "Contents line",
  link: "Link",
  button: "Button",
};

/** The families of the faces that are shipped, as their fonts are called. */
export const FACE_NAMES: Readonly<Record<Face, string>> = {
  serif: "Literata",
  sans: "Figtree",
  mono: "JetBrains Mono",
};
