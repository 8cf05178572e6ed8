/**
 * How a document is read: its blocks with their permanent ids, its words, its title, its language and direction. Its schema and values
 * come from `kinds` and `model` below; what changes it stands in `steps` above.
 */
export * from "@/core/model";
export * from "@/core/kinds";
export { lacksWords, picturesIn, pictureWords } from "./picture-words";
export { fixedWords, fixedWordsOf, isListTitle, type FixedWords } from "./fixed-words";
export { placesInBlocks } from "./places-in-blocks";
export { coversAll } from "./covers-all";
export { blockDirection, directionOfWords, documentDirection, RIGHT_TO_LEFT } from "./direction";
export { directionOf, type Direction } from "@/core/model/language";
export { blockById } from "./block-by-id";
export { bookmarksOn } from "./bookmarks-on";
export { commentsOn, withoutComments } from "./comment-marks";
export { idsWithin } from "./ids-within";
export { checkDocumentFromOutside, checkFromOutside, MAX_NODE_DEPTH } from "./from-outside";
export { idsOfBlocks, sameIds, sizeOf } from "./blocks";
export { isNamedWithin, namedById, namedFrom, namedWithin, type NamedBlock } from "./named-blocks";
export { createDocument, withId, withIds, type DocumentAttributes } from "./create";
export { countWords, lineOf } from "./text";
export { shortened } from "@/core/model/shortened";
export { quotationMarks } from "./quotation-marks";
export { givenTitle, documentTitle, UNTITLED } from "./title";
export { blocksOfNote, noteOfBlocks } from "./note-blocks";
export { isNoteList, partsOfNote, type NoteList, type NoteParagraph, type NotePart } from "./note-paragraphs";
export type { Manuscript } from "./manuscript";
export { gridCells, type GridCell } from "./grid-cells";
export { headerRows } from "./header-rows";
export { documentJSON } from "./document-json";
