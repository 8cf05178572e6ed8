/**
 * The editor: one session for each open document. It alone holds ProseMirror's view; the interface subscribes to the
 * session, reads its index and runs commands.
 */
import "client-only";

export type { Dialog } from "./session/dialogs";
export type { Notice } from "./session/notices";
export type { DocumentStore } from "./session/document-store";
export { Session } from "./session/session";
export { whenIdle } from "./browser/when-idle";
export { aidTyping, typingIsAided } from "./parts/typing-aids";
export { keepWayOfFinding, lastWayOfFinding } from "./browser/way-of-finding";
export { keepInBrowser, readKept, readKeptList } from "./browser/kept-in-browser";
export { fetchDocument, type OpenedDocument } from "./browser/opening";
export { sameMembers, SessionContext, useDocument, useSession, useSessionValue } from "./session/use-session";
export type { KeepingState } from "./sync/keeping-state";
export type { Displaced } from "./sync/waiting-store";
export type { LinkCount } from "./derived/protocol";
export { findApart } from "./find/find-thread";
export {
  beginFinding,
  chosenMatch,
  findingIn,
  firstMatchFrom,
  foundPlaces,
  matchAt,
  showMatches,
} from "./plugins/matches";
export { colourOf, othersCarets } from "./plugins/others-carets";
export * from "./commands/blocks";
export * from "./commands/bookmarks";
export { hasBoxes, toggleBoxes } from "./commands/boxes";
export * from "./commands/chosen-ranges";
export * from "./commands/computations";
export { emptyDefinitionList } from "./commands/definition-lists";
export * from "./commands/equations";
export { currentLevel, makeStructure, setLevel } from "./commands/levels";
export { setDocumentLanguage } from "./commands/language";
export * from "./commands/link-titles";
export * from "./commands/short-title";
export * from "./commands/links";
export {
  changeIndexEntry,
  enterAll,
  enterInIndex,
  indexEntriesAt,
  removeIndexEntry,
} from "./commands/index-entries";
export { listHere, setCount } from "./commands/list-count";
export * from "./commands/lists";
export * from "./commands/notes";
export { wordAt } from "./commands/word-at";
export { makeNotice, withoutNotice } from "./commands/notices";
export { changePicture, pictureToFigure } from "./commands/pictures";
export {
  giveOwnStyle,
  inParagraph,
  makeOwnStyle,
  ownStyleAt,
  removeOwnStyle,
  renameOwnStyle,
} from "./commands/own-styles";
export * from "./commands/references";
export { replaceWords } from "./commands/replace-words";
export * from "./commands/sections";
export * from "./commands/styles";
export * from "./commands/tables";
export * from "./commands/wayfinding";
export { attachFile, keepFile, removeFile } from "./parts/attached-files";
export { goToAddressed } from "./session/go-to-addressed";
export { targetElsewhere, type RecentTarget } from "./parts/recent-targets";
export type { Fate, Removal } from "./parts/removals";
export { STEP_KINDS, type StepKind } from "./parts/stepping";
export { NoteEditor, type NoteCaret } from "./session/note-editor";
