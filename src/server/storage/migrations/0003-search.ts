import { sql, type Kysely, type Migration } from "kysely";

/** The search index, which has had a database of its own since 0013. */
export const search: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable("searched_lines")
      .addColumn("id", "integer", (column) => column.primaryKey())
      .addColumn("document_id", "text", (column) =>
        column.notNull().references("documents.id").onDelete("cascade"),
      )
      .addColumn("block_id", "text", (column) => column.notNull())
      .addColumn("start", "integer", (column) => column.notNull())
      .addColumn("text", "text", (column) => column.notNull())
      .addColumn("place", "integer", (column) => column.notNull())
      .execute();
    await db.schema
      .createIndex("lines_of_document")
      .on("searched_lines")
      .columns(["document_id", "place"])
      .execute();
    await db.schema
      .createTable("searched_documents")
      .addColumn("document_id", "text", (column) =>
        column.primaryKey().references("documents.id").onDelete("cascade"),
      )
      .addColumn("version", "integer", (column) => column.notNull())
      .execute();
    await sql`create virtual table searched using fts5(folded, content='', contentless_delete=1, tokenize='trigram case_sensitive 1')`.execute(
      db,
    );
  },
};
