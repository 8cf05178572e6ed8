import { sql, type Kysely, type Migration } from "kysely";

/** What the library shows besides a document's title, and the order its author gives it. */
export const shelf: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .alterTable("documents")
      .addColumn("opening", "text", (column) => column.notNull().defaultTo(""))
      .execute();
    await db.schema.alterTable("documents").addColumn("shelf_place", "integer").execute();
    // As far as is known without reading all documents; what is written in next is counted again.
    await sql`update documents set opening = coalesce((
      select substr(group_concat(text, ' '), 1, 160) from (
        select text from searched_lines
        where document_id = documents.id and text <> documents.title order by place, start limit 3)), '')`.execute(
      db,
    );
  },
};
