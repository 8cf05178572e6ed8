import type { Kysely, Migration } from "kysely";

/** What was reported about each imported file. */
export const imports: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable("imports")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("version", "integer", (column) => column.notNull())
      .addColumn("file", "text", (column) => column.notNull())
      .addColumn("report", "text", (column) => column.notNull())
      .addColumn("created_at", "integer", (column) => column.notNull())
      .addPrimaryKeyConstraint("imports_key", ["document_id", "version"])
      .execute();
  },
};
