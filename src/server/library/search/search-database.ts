import Database from "better-sqlite3";
import { Kysely, SqliteDialect, type Generated } from "kysely";
import { rmSync } from "node:fs";
import { codeOf } from "@/core/thrown";

/** The file of the search index in a data folder. All of it is derived from the documents, so it may be deleted at any time. */
export const SEARCH_DATABASE = "search.sqlite";

/** Increase this when the tables change: an index of another shape is made again. */
const SHAPE = 1;
/** Two threads may update at the same time; the second waits this long for the first, in milliseconds. */
const MAX_WAIT_MS = 30_000;

/** A line of a document; its letters are in the full-text index `letters` under the same id. */
export interface LineTable {
  id: Generated<number>;
  document_id: string;
  block_id: string;
  /** Where in its block the text begins. */
  start: number;
  text: string;
  /** The number of its block in the document. */
  place: number;
}

/** The version of a document whose lines are in the index, and when that version was made: a restored backup may count versions again. */
export interface IndexedDocumentTable {
  document_id: string;
  version: number;
  changed_at: number;
}

export interface SearchTables {
  lines: LineTable;
  indexed_documents: IndexedDocumentTable;
}

const TABLES = `
  create table lines (
    id integer primary key, document_id text not null, block_id text not null, start integer not null, text text not null,
    place integer not null);
  create index lines_of_document on lines (document_id, place);
  create table indexed_documents (document_id text primary key, version integer not null, changed_at integer not null);
  create virtual table letters using fts5(folded, content='', contentless_delete=1, tokenize='trigram case_sensitive 1');`;

/** Opens the search index, making it if it is missing, damaged, or of another shape. */
export function openSearchDatabase(file: string): Kysely<SearchTables> {
  return new Kysely<SearchTables>({
    dialect: new SqliteDialect({ database: opened(file) ?? renewed(file) }),
  });
}

/** The index in a file, with its tables; null where it is damaged or of another shape. Throws where the file cannot be used now. */
function opened(file: string): Database.Database | null {
  const sqlite = new Database(file, { timeout: MAX_WAIT_MS });
  const shape = () => sqlite.pragma("user_version", { simple: true });
  try {
    sqlite.pragma("journal_mode = wal");
    // A power cut may take the newest lines; they are indexed again.
    sqlite.pragma("synchronous = normal");
    if (shape() === 0)
      sqlite
        .transaction(() => {
          // Another thread may have made the tables meanwhile.
          if (shape() !== 0) return;
          sqlite.exec(TABLES);
          sqlite.pragma(`user_version = ${SHAPE}`);
        })
        .immediate();
    if (shape() === SHAPE) return sqlite;
  } catch (error) {
    sqlite.close();
    if (!DAMAGED.has(codeOf(error) ?? "")) throw error;
    return null;
  }
  sqlite.close();
  return null;
}

const DAMAGED: ReadonlySet<string> = new Set(["SQLITE_NOTADB", "SQLITE_CORRUPT"]);

function renewed(file: string): Database.Database {
  for (const ending of ["", "-wal", "-shm"]) rmSync(file + ending, { force: true });
  const sqlite = opened(file);
  if (!sqlite) throw new Error(`The search index ${file} cannot be written.`);
  return sqlite;
}
