import { sql, type Kysely, type Migration } from "kysely";

/** The database's history. A migration that has shipped is never changed; new ones go to the end. */
export const MIGRATIONS: Record<string, Migration> = {
  "0001-documents": {
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
  },
  "0002-two-hands": {
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
  },
  "0003-search": {
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
  },
  "0004-catalogue": {
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
  },
  // Documents may hold kinds from here on that an older Gate Rope does not know: it is not to open them.
  "0005-form-2": {
    async up() {},
  },
  // Entries of the index, and where comments stand.
  "0006-form-3": {
    async up() {},
  },
  // Paragraphs and lists in notes; figures, tables and equations within other blocks.
  "0007-form-4": {
    async up() {},
  },
  // Sections of pages.
  "0008-form-5": {
    async up() {},
  },
  // What the wayfinding promises.
  "0009-form-6": {
    async up() {},
  },
  "0010-imports": {
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
  },
  // What the shelf tells of a document beside its title, and the order its author gives it.
  "0011-shelf": {
    async up(db: Kysely<unknown>) {
      await db.schema
        .alterTable("documents")
        .addColumn("opening", "text", (column) => column.notNull().defaultTo(""))
        .execute();
      await db.schema.alterTable("documents").addColumn("shelf_place", "integer").execute();
      // As far as is known without reading all documents; what is written in next is counted anew.
      await sql`update documents set opening = coalesce((
        select substr(group_concat(text, ' '), 1, 160) from (
          select text from searched_lines
          where document_id = documents.id and text <> documents.title order by place, start limit 3)), '')`.execute(
        db,
      );
    },
  },
  "0012-thinning": {
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
  },
};
