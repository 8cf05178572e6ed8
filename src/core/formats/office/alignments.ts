import type { ParagraphLook } from "./written-style";

/** How paragraphs are aligned, as both standards call it; `start` and `end` are those of a text from left to right. */
export const ALIGNMENTS: Readonly<Record<string, NonNullable<ParagraphLook["align"]>>> = {
  left: "left",
  start: "left",
  center: "center",
  right: "right",
  end: "right",
  both: "justify",
  distribute: "justify",
  justify: "justify",
};
