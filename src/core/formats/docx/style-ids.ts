/** The ids of the styles that say what a paragraph is, in what Gate Rope writes. */
export const STYLE_IDS = {
  quotation: "Quote",
  code: "HTMLPreformatted",
  caption: "Caption",
  picture: "Picture",
  item: "ListParagraph",
  cell: "TableContents",
  head: "TableHeading",
  noticeTitle: "NoticeTitle",
  term: "DefinitionTerm",
  definition: "Definition",
  contentsTitle: "TOCHeading",
  way: "ReturnLink",
  equation: "Equation",
} as const;

/** The id of the nth style that the author of a document made, from 1. */
export function ownStyleIdOf(n: number): string {
  return `Own${n}`;
}
