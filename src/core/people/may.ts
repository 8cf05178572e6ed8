/** Who acts. Until there are accounts that is one local author; whatever is done with documents names who does it all the same. */
export interface Person {
  readonly id: string;
}

export const LOCAL_AUTHOR: Person = { id: "local" };

/** What is done with the shelf as a whole: looking at it and through it, adding a document, letting go of what is in the bin. */
export type LibraryDeed = "look" | "add" | "let go";

/** What is done with one document: reading it in any form, changing it, taking it off the shelf and back. */
export type DocumentDeed = "read" | "change" | "remove";

/** Whether a person may do something, with the document of an id or with the shelf. The local author may do everything. */
export function may(person: Person, deed: LibraryDeed): boolean;
export function may(person: Person, deed: DocumentDeed, document: string): boolean;
export function may(person: Person): boolean {
  return person.id === LOCAL_AUTHOR.id;
}
