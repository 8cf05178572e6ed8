/**
 * What a document is: its schema, the permanent ids of its blocks, its registry of names, its links' targets; the steps
 * that change it, and how steps of several people come together. Everything else in the core is derived from this.
 */
export * from "@/core/model";
export * from "@/core/kinds";
export { lacksWords, picturesIn, pictureWords } from "./picture-words";
export { fixedWords, fixedWordsOf, isListTitle, type FixedWords } from "./fixed-words";
export { RegistryStep, type BookmarkField, type RegistryChange } from "./steps/registry-step";
export { StyleStep, type StyleChange } from "./steps/style-step";
export { MoveBlocksStep } from "./steps/move-blocks-step";
export { MoveMap } from "@/prosemirror";
export { BlockKindStep, type TextBlockKind } from "./steps/block-kind-step";
export { MOST_PLACES, ReplaceWordsStep, type WordsPlace } from "./steps/replace-words-step";
export { placesInBlocks } from "./places-in-blocks";
export { stepFromJSON, stepToJSON, type StepJSON } from "./steps/step-json";
export { mapOver, rebase, type AcceptedStep, type OwnStep, type Rebased } from "./rebase";
export { becomeVersion } from "./become-version";
export { shifted } from "./steps/shifted";
export { changedRun, type ChangedRun } from "./changed-run";
export { contentChange, type ContentChange } from "./content-change";
export { coversAll } from "./covers-all";
export { blockById } from "./block-by-id";
export { commentsOn, withoutComments } from "./comment-marks";
export { idsWithin } from "./ids-within";
export { checkDocumentFromOutside, checkFromOutside, MAX_NODE_DEPTH } from "./from-outside";
export { idsOfBlocks, sameIds, sizeOf } from "./blocks";
export { allIds, mendedIds, type MendedIds } from "./mended-ids";
export { isNamedWithin, namedById, namedFrom, namedWithin, type NamedBlock } from "./named-blocks";
export { createDocument, withId, withIds, type DocumentAttributes } from "./create";
export { countWords, lineOf } from "./text";
export { shortened } from "@/core/model/shortened";
export { quotationMarks } from "./quotation-marks";
export { givenTitle, documentTitle, UNTITLED } from "./title";
export { blocksOfNote, noteOfBlocks } from "./note-blocks";
export { isNoteList, partsOfNote, type NoteList, type NoteParagraph, type NotePart } from "./note-paragraphs";
export type { Manuscript } from "./manuscript";
export { headerRows } from "./header-rows";
export { documentJSON } from "./document-json";
