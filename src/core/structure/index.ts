/**
 * Structure that is typed but not made: lines that look like titles, with why and the level they seem to have; contents
 * lists typed by hand. From a document; nothing here changes one.
 */
export { proposedTitles, type ProposedTitle } from "./proposed-titles";
export {
  cluesOf,
  isUnderline,
  opensLikeTitle,
  typedNumber,
  type TypedNumber,
  type TitleClue,
} from "./title-clues";
export { linesOf, type Line } from "./lines";
export { TitleMap } from "./title-map";
export {
  isContentsLine,
  titleInContents,
  typedContents,
  type TypedContents,
  type TypedContentsLine,
} from "./typed-contents";
