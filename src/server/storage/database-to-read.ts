import Database from "better-sqlite3";
import { Kysely, SqliteDialect } from "kysely";
import type { Tables } from "./tables";

/** The database as a thread of its own reads it, beside the one that writes. */
export function databaseToRead(file: string): Kysely<Tables> {
  return new Kysely<Tables>({
    dialect: new SqliteDialect({ database: new Database(file, { readonly: true }) }),
  });
}
