import { sql, type Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import { idOf } from "@/core/document";
import { folded, textsIn, type FoundDocument, type Sought } from "@/core/find";
import { batches } from "../../storage/batches";
import type { Tables } from "../../storage/tables";
import { findInLines } from "./find-in-lines";
import type { SearchTables } from "./search-database";

type Stale = Pick<SearchTables["indexed_documents"], "document_id" | "version" | "changed_at">;

/**
 * The lines of all documents with an index of their letters (SQLite FTS5). It is brought up to date before each search, for the documents
 * that changed; searching follows the same rules as within one document.
 */
export class SearchIndex {
  constructor(
    private readonly index: Kysely<SearchTables>,
    private readonly documents: Kysely<Tables>,
    private readonly read: (id: string) => Promise<{ readonly doc: Node }>,
  ) {}

  /** Indexes what changed since; answers the ids of documents that could not be read. */
  async update(): Promise<string[]> {
    const known = new Map(
      (await this.index.selectFrom("indexed_documents").selectAll().execute()).map((row) => [
        row.document_id,
        row,
      ]),
    );
    const rows = await this.documents
      .selectFrom("documents")
      .select(["id as document_id", "version", "changed_at", "removed_at"])
      .execute();
    const unreadable: string[] = [];
    for (const row of rows) {
      const indexed = known.get(row.document_id);
      known.delete(row.document_id);
      if (row.removed_at !== null) continue;
      if (indexed?.version === row.version && indexed.changed_at === row.changed_at) continue;
      const read = await this.read(row.document_id).catch(() => null);
      if (read) await this.updateOne(row, read.doc);
      else unreadable.push(row.document_id);
    }
    for (const id of known.keys()) await this.letGo(id);
    return unreadable;
  }

  /** The documents in which something stands, the one changed last first. Throws a SoughtError for what cannot be searched for. */
  find(sought: Sought): Promise<FoundDocument[]> {
    return findInLines(this.index, this.documents, sought);
  }

  private async letGo(id: string): Promise<void> {
    await this.index.transaction().execute(async (transaction) => {
      await sql`delete from letters where rowid in (select id from lines where document_id = ${id})`.execute(
        transaction,
      );
      await transaction.deleteFrom("lines").where("document_id", "=", id).execute();
      await transaction.deleteFrom("indexed_documents").where("document_id", "=", id).execute();
    });
  }

  private async updateOne({ document_id: id, version, changed_at }: Stale, doc: Node): Promise<void> {
    const wanted = linesOf(doc);
    await this.index.transaction().execute(async (transaction) => {
      const standing = await transaction
        .selectFrom("lines")
        .select(["id", "block_id", "start", "text", "place"])
        .where("document_id", "=", id)
        .execute();
      const known = new Map(standing.map((line) => [keyOf(line), line]));
      const fresh = wanted.filter((line) => {
        const before = known.get(keyOf(line));
        return before?.place !== line.place || !known.delete(keyOf(line));
      });
      const gone = [...known.values()].map((line) => line.id);
      for (const some of batches(gone)) {
        await sql`delete from letters where rowid in (${sql.join(some)})`.execute(transaction);
        await transaction.deleteFrom("lines").where("id", "in", some).execute();
      }
      for (const some of batches(fresh)) {
        const rows = await transaction
          .insertInto("lines")
          .values(some.map((line) => ({ ...line, document_id: id })))
          .returning(["id", "text"])
          .execute();
        const letters = rows.map((row) => sql`(${row.id}, ${folded(row.text, NO_CASE).text})`);
        await sql`insert into letters(rowid, folded) values ${sql.join(letters)}`.execute(transaction);
      }
      await transaction
        .insertInto("indexed_documents")
        .values({ document_id: id, version, changed_at })
        .onConflict((conflict) => conflict.column("document_id").doUpdateSet({ version, changed_at }))
        .execute();
    });
  }
}

const NO_CASE = { matchCase: false, accents: false };

type Line = Omit<SearchTables["lines"], "id" | "document_id">;

function linesOf(doc: Node): Line[] {
  const lines: Line[] = [];
  doc.forEach((block, _pos, place) => {
    const id = idOf(block);
    if (!id) return;
    for (const { text, start } of textsIn(block))
      if (text.trim() !== "") lines.push({ block_id: id, start, text, place });
  });
  return lines;
}

function keyOf({ block_id, start, text }: Pick<Line, "block_id" | "start" | "text">): string {
  return `${block_id} ${start} ${text}`;
}
