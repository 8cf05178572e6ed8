import { sql, type Kysely } from "kysely";
import type { LibraryDocument } from "@/contract/documents";
import type { Tables } from "../storage/tables";

/** The documents of the shelf, those changed last first; at most so many where that is said. */
export async function libraryRows(db: Kysely<Tables>, most?: number): Promise<LibraryDocument[]> {
  const rows = db
    .selectFrom("documents")
    .leftJoin(
      (brought) =>
        brought
          .selectFrom("imports")
          // SQLite takes the other columns from the row with the highest version.
          .select(({ fn }) => ["document_id", "file", "created_at", fn.max("version").as("version")])
          .groupBy("document_id")
          .as("brought"),
      (join) => join.onRef("brought.document_id", "=", "documents.id"),
    )
    .select([
      "documents.id",
      "title",
      "opening",
      "words",
      "sections",
      "broken_links as brokenLinks",
      "documents.version",
      "changed_at as changedAt",
      "shelf_place as place",
      "brought.file",
      "brought.created_at as broughtAt",
    ])
    .where("removed_at", "is", null)
    .orderBy("changed_at", "desc")
    .orderBy("documents.id");
  return (most === undefined ? rows : rows.limit(most)).execute();
}

/** Keeps the order in which an author puts documents: the first of them has the lowest place. */
export async function keepPlaces(db: Kysely<Tables>, ids: readonly string[]): Promise<void> {
  const order = JSON.stringify(ids);
  await db.transaction().execute(async (transaction) => {
    await transaction
      .updateTable("documents")
      .set({ shelf_place: null })
      .where("shelf_place", "is not", null)
      .execute();
    // However many there are, it is one statement.
    await sql`update documents set shelf_place = ordered.key from json_each(${order}) as ordered where ordered.value = documents.id`.execute(
      transaction,
    );
  });
}
