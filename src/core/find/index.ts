/** Finding: a document and what is sought in it, in; the places where it stands, out. */
export { occurrencesOf, type Occurrence, type WordsSought } from "./occurrences";
