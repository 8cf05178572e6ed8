/** Finding: a document and what is sought in it, in; the places where it stands, out. */
export { foundDocument, type FoundDocument, type LibraryMatch } from "./library-match";
export { MAX_MS, tookTooLong, type ToFind } from "./find-apart";
export { folded } from "./folded";
export { textsIn, textsOf, type Scope, type TextRun } from "./texts";
export { occurrencesOf, placed, stretchesIn, type Occurrence } from "./occurrences";
export { literalsOf, isSoughtError, replacementFor, SoughtError, type Sought } from "./pattern";
