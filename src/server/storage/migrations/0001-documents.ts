import type { Kysely, Migration } from "kysely";

/** Documents, their snapshots and steps. */
export const documents: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable("documents")
      .addColumn("id", "text", (column) => column.primaryKey())
      .addColumn("title", "text", (column) => column.notNull())
      .addColumn("words", "integer", (column) => column.notNull())
      .addColumn("sections", "integer", (column) => column.notNull())
      .addColumn("adrift", "integer", (column) => column.notNull())
      .addColumn("version", "integer", (column) => column.notNull())
      .addColumn("created_at", "integer", (column) => column.notNull())
      .addColumn("changed_at", "integer", (column) => column.notNull())
      .addColumn("removed_at", "integer")
      .execute();
    await db.schema
      .createTable("snapshots")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("version", "integer", (column) => column.notNull())
      .addColumn("body", "blob", (column) => column.notNull())
      .addColumn("created_at", "integer", (column) => column.notNull())
      .addPrimaryKeyConstraint("snapshots_key", ["document_id", "version"])
      .execute();
    await db.schema
      .createTable("steps")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("version", "integer", (column) => column.notNull())
      .addColumn("client", "text", (column) => column.notNull())
      .addColumn("step", "text", (column) => column.notNull())
      .addColumn("created_at", "integer", (column) => column.notNull())
      .addPrimaryKeyConstraint("steps_key", ["document_id", "version"])
      .execute();
  },
};
