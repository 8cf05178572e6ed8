import type { Kysely, Migration } from "kysely";

/** The search index moves to a database of its own, which its thread writes. */
export const searchFile: Migration = {
  async up(db: Kysely<unknown>) {
    for (const table of ["searched", "searched_lines", "searched_documents"])
      await db.schema.dropTable(table).ifExists().execute();
  },
};
