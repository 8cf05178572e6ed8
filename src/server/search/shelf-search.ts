import { idOf } from "@/core/document";
import { sql, type Kysely, type Transaction } from "kysely";
import type { Node } from "prosemirror-model";
import { folded, textsIn, type FoundDocument, type Sought } from "@/core/find";
import { UpToDate } from "../derived/up-to-date";
import type { Tables } from "../tables";
import type { SearchThreads } from "./search-in-thread";

/** A document as its lines are read from it. */
interface ReadDocument {
  readonly doc: Node;
  readonly version: number;
}

const LINES_AT_ONCE = 400;

/**
 * Finds words in all documents of the shelf, by the same rules as within one. The lines of documents are kept beside an index
 * of their letters (SQLite FTS5), which is brought up to date for what changed when somebody looks; looking itself is done in
 * threads (`find-in-lines`).
 */
export class ShelfSearch {
  private readonly lines: UpToDate;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly read: (id: string) => Promise<ReadDocument>,
    private readonly threads: SearchThreads,
  ) {
    this.lines = new UpToDate(db, "searched_documents", (id) => this.updateOne(id));
  }

  /** The documents in which something stands, the one changed last first. Throws a SoughtError for what cannot be sought. */
  async find(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    await this.lines.update();
    signal?.throwIfAborted();
    return this.threads.find(sought, signal);
  }

  /** Lets go of the lines of a document that goes for good: the index of their letters knows nothing of documents. */
  async letGo(transaction: Transaction<Tables>, id: string): Promise<void> {
    await sql`delete from searched where rowid in (select id from searched_lines where document_id = ${id})`.execute(
      transaction,
    );
  }

  private async updateOne(id: string): Promise<void> {
    const { doc, version } = await this.read(id);
    const wanted = linesOf(doc);
    await this.db.transaction().execute(async (transaction) => {
      const standing = await transaction
        .selectFrom("searched_lines")
        .select(["id", "block_id", "start", "text", "place"])
        .where("document_id", "=", id)
        .execute();
      const known = new Map(standing.map((line) => [keyOf(line), line]));
      const fresh = wanted.filter((line) => {
        const before = known.get(keyOf(line));
        return before?.place !== line.place || !known.delete(keyOf(line));
      });
      const gone = [...known.values()].map((line) => line.id);
      for (let i = 0; i < gone.length; i += LINES_AT_ONCE) {
        const some = gone.slice(i, i + LINES_AT_ONCE);
        await sql`delete from searched where rowid in (${sql.join(some)})`.execute(transaction);
        await transaction.deleteFrom("searched_lines").where("id", "in", some).execute();
      }
      for (let i = 0; i < fresh.length; i += LINES_AT_ONCE) {
        const some = fresh.slice(i, i + LINES_AT_ONCE);
        const rows = await transaction
          .insertInto("searched_lines")
          .values(some.map((line) => ({ ...line, document_id: id })))
          .returning(["id", "text"])
          .execute();
        const letters = rows.map((row) => sql`(${row.id}, ${folded(row.text, NO_CASE).text})`);
        await sql`insert into searched(rowid, folded) values ${sql.join(letters)}`.execute(transaction);
      }
      await transaction
        .insertInto("searched_documents")
        .values({ document_id: id, version })
        .onConflict((conflict) => conflict.column("document_id").doUpdateSet({ version }))
        .execute();
    });
  }
}

const NO_CASE = { matchCase: false, accents: false };

interface Line {
  readonly block_id: string;
  readonly start: number;
  readonly text: string;
  /** The number of its block in the document. */
  readonly place: number;
}

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
