import type { ColumnType } from "kysely";

/** One document on the shelf, with what the shelf tells of it. Times are in milliseconds since 1970. */
export interface DocumentTable {
  id: string;
  title: string;
  /** Its first words beside titles. */
  opening: ColumnType<string, string | undefined, string>;
  words: number;
  sections: number;
  broken_links: number;
  /** Number of steps since it was made. */
  version: number;
  /** The version that title, words, sections and broken links were counted in. */
  summed_version: ColumnType<number, number | undefined, number>;
  created_at: number;
  changed_at: number;
  /** When it was removed from the shelf, or null. */
  removed_at: number | null;
  /** Where it stands in the order its author gave the shelf; null where it was given none. */
  shelf_place: ColumnType<number | null, number | null | undefined, number | null>;
  /** After so many days the changes of a day are put together; null for never. */
  kept_days: ColumnType<number | null, number | null | undefined, number | null>;
}

/** A whole version of a document: gzip of its JSON. */
export interface SnapshotTable {
  document_id: string;
  version: number;
  body: Buffer;
  created_at: number;
}

/** One accepted step; `version` is the version it led to. */
export interface StepTable {
  document_id: string;
  version: number;
  client: string;
  /** Its number among the steps of its client; null for steps from before they were counted. */
  number: number | null;
  /** Name of who made it. */
  author: string | null;
  step: string;
  /** How many versions it leads over: 1, or more where the changes of a day were put together, whose `step` is a list. */
  spans: ColumnType<number, number | undefined, never>;
  /** Letters (positions) it put in and took out. */
  added: number;
  removed: number;
  created_at: ColumnType<number, number, never>;
}

/** The last number that a client had used in changes that were put together since. */
export interface ThinnedClientTable {
  document_id: string;
  client: string;
  number: number;
}

/** A version that somebody gave a name. */
export interface NamedVersionTable {
  document_id: string;
  version: number;
  name: string;
  created_at: number;
}

/** An imported file; `version` is the version it led to. */
export interface ImportTable {
  document_id: string;
  version: number;
  file: string;
  /** What was told of it, as JSON. */
  report: string;
  created_at: number;
}

/** A place of a document as other documents and lists over all of them see it. */
export interface ListedPlaceTable {
  document_id: string;
  place_id: string;
  kind: string;
  name: string;
  /** Its name in lower case, for looking for it. */
  folded: string;
  anchor: string;
  /** The names of the sections in which it lies, the outermost first, as a JSON list. */
  path: string;
  /** Its number among the places of its document. */
  place: number;
  note: string;
  /** 1 where its author is to come back to it. */
  flagged: number;
  due: string;
}

/** A link of a document to another one. */
export interface ListedLinkTable {
  document_id: string;
  to_document: string;
  /** The place it leads to; null for the document as a whole. */
  to_place: string | null;
  words: string;
  block_id: string | null;
  /** Where in its block the words begin. */
  start: number;
}

/** The version of a document whose places and links are listed. */
export interface ListedDocumentTable {
  document_id: string;
  version: number;
}

export interface Tables {
  documents: DocumentTable;
  snapshots: SnapshotTable;
  steps: StepTable;
  thinned_clients: ThinnedClientTable;
  named_versions: NamedVersionTable;
  imports: ImportTable;
  listed_places: ListedPlaceTable;
  listed_links: ListedLinkTable;
  listed_documents: ListedDocumentTable;
}
