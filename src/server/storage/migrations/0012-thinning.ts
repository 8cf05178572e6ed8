import type { Kysely, Migration } from "kysely";

/** Old changes, merged by day. */
export const thinning: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .alterTable("steps")
      .addColumn("spans", "integer", (column) => column.notNull().defaultTo(1))
      .execute();
    await db.schema
      .alterTable("documents")
      .addColumn("kept_days", "integer", (column) => column.defaultTo(90))
      .execute();
    await db.schema
      .createTable("thinned_clients")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("client", "text", (column) => column.notNull())
      .addColumn("number", "integer", (column) => column.notNull())
      .addPrimaryKeyConstraint("thinned_clients_key", ["document_id", "client"])
      .execute();
  },
};
