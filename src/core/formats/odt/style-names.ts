/** The names of the styles that say what a paragraph is, as office suites have them, and of our own. */
export const STYLE_NAMES = {
  body: "Text_20_body",
  quotation: "Quotations",
  code: "Preformatted_20_Text",
  caption: "Caption",
  picture: "Picture",
  cell: "Table_20_Contents",
  head: "Table_20_Heading",
  foot: "Footnote",
  end: "Endnote",
  contentsTitle: "Contents_20_Heading",
  rule: "Horizontal_20_Line",
  noticeTitle: "Notice_20_Title",
  term: "Definition_20_Term",
  definition: "Definition",
  way: "Return_20_Link",
  equation: "Equation",
} as const;

/** The name of the nth style that the author of a document made, from 1. */
export function ownStyleNameOf(n: number): string {
  return `Own_20_${n}`;
}
