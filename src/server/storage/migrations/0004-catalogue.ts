import type { Kysely, Migration } from "kysely";

/** The places of all documents, and the links between documents. */
export const catalogue: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable("listed_places")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("place_id", "text", (column) => column.notNull())
      .addColumn("kind", "text", (column) => column.notNull())
      .addColumn("name", "text", (column) => column.notNull())
      .addColumn("folded", "text", (column) => column.notNull())
      .addColumn("anchor", "text", (column) => column.notNull())
      .addColumn("path", "text", (column) => column.notNull())
      .addColumn("place", "integer", (column) => column.notNull())
      .addColumn("note", "text", (column) => column.notNull())
      .addColumn("flagged", "integer", (column) => column.notNull())
      .addColumn("due", "text", (column) => column.notNull())
      .addPrimaryKeyConstraint("listed_places_key", ["document_id", "place_id"])
      .execute();
    await db.schema.createIndex("flagged_places").on("listed_places").column("flagged").execute();
    await db.schema
      .createTable("listed_links")
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("to_document", "text", (column) => column.notNull())
      .addColumn("to_place", "text")
      .addColumn("words", "text", (column) => column.notNull())
      .addColumn("block_id", "text")
      .addColumn("start", "integer", (column) => column.notNull())
      .execute();
    await db.schema.createIndex("links_to").on("listed_links").column("to_document").execute();
    await db.schema.createIndex("links_of").on("listed_links").column("document_id").execute();
    await db.schema
      .createTable("listed_documents")
      .addColumn("document_id", "text", (column) =>
        column.primaryKey().references("documents.id").onDelete("cascade"),
      )
      .addColumn("version", "integer", (column) => column.notNull())
      .execute();
  },
};
