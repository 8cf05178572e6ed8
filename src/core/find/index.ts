/** Finding: a document and what is sought in it, in; the places where it stands, out. */
export { textsOf, type Scope, type TextRun } from "./texts";
export { occurrencesOf, placed, stretchesIn, type Occurrence } from "./occurrences";
export { SoughtError, type Sought } from "./pattern";
