import { sql, type Kysely, type Migration } from "kysely";

/** Steps numbered by client and author, for concurrent editing; named versions. */
export const twoHands: Migration = {
  async up(db: Kysely<unknown>) {
    const steps = db.schema.alterTable("steps");
    await steps.addColumn("number", "integer").execute();
    await steps.addColumn("author", "text").execute();
    await steps.addColumn("added", "integer", (column) => column.notNull().defaultTo(0)).execute();
    await steps.addColumn("removed", "integer", (column) => column.notNull().defaultTo(0)).execute();
    await db.schema
      .createIndex("steps_of_client")
      .unique()
      .on("steps")
      .columns(["document_id", "client", "number"])
      .execute();
    await db.schema
      .alterTable("documents")
      .addColumn("summed_version", "integer", (column) => column.notNull().defaultTo(0))
      .execute();
    await sql`update documents set summed_version = version`.execute(db);
    await db.schema
      .createTable("named_versions")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("version", "integer", (column) => column.notNull())
      .addColumn("name", "text", (column) => column.notNull())
      .addColumn("created_at", "integer", (column) => column.notNull())
      .addPrimaryKeyConstraint("named_versions_key", ["document_id", "version"])
      .execute();
  },
};
