import { sql, type Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import {
  folded,
  literalsOf,
  stretchesIn,
  textsIn,
  type FoundDocument,
  type FoundOnShelf,
  type Sought,
} from "@/core/find";
import { UpToDate } from "../derived/up-to-date";
import type { Tables } from "../tables";
import { findInThread } from "./find-in-thread";

/** A document as its lines are read from it. */
interface ReadDocument {
  readonly doc: Node;
  readonly version: number;
}

const PLACES_SHOWN = 12;
const AROUND = 60;
/** A full text index of three letters each knows nothing of what is shorter. */
const SHORTEST = 3;
const LINES_AT_ONCE = 400;

/**
 * Finds words in all documents of the shelf, by the same rules as within one. The lines of documents are kept beside an index
 * of their letters (SQLite FTS5), which is brought up to date for what changed when somebody looks; what it proposes is
 * looked through by the core.
 */
export class ShelfSearch {
  private readonly lines: UpToDate;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly read: (id: string) => Promise<ReadDocument>,
    /** The built file of the thread in which expressions are looked for. */
    private readonly thread: string,
  ) {
    this.lines = new UpToDate(db, "searched_documents", (id) => this.updateOne(id));
  }

  /** The documents in which something stands, the one changed last first. Throws a SoughtError for what cannot be sought. */
  async find(sought: Sought): Promise<FoundDocument[]> {
    await this.lines.update();
    const lines = await this.candidates(sought);
    const found = new Map<string, { count: number; places: FoundOnShelf[] }>();
    const texts = lines.map(({ text }) => text);
    const stretches =
      sought.how === "expression"
        ? await findInThread(this.thread, { texts, sought })
        : stretchesIn(texts, sought);
    for (let i = 0; i < stretches.length; i += 3) {
      const [at, from, to] = [stretches[i]!, stretches[i + 1]!, stretches[i + 2]!];
      const { document_id, block_id, start, text } = lines[at]!;
      const one = found.get(document_id) ?? { count: 0, places: [] };
      found.set(document_id, one);
      one.count++;
      if (one.places.length < PLACES_SHOWN)
        one.places.push({
          block: block_id,
          from: start + from,
          to: start + to,
          before:
            from > AROUND ? `…${text.slice(from - AROUND, from).replace(/^\S*/u, "")}` : text.slice(0, from),
          words: text.slice(from, to),
          after:
            text.length > to + AROUND
              ? `${text.slice(to, to + AROUND).replace(/\S*$/u, "")}…`
              : text.slice(to),
        });
    }
    const documents = await this.db
      .selectFrom("documents")
      .select(["id", "title"])
      .where("removed_at", "is", null)
      .orderBy("changed_at", "desc")
      .execute();
    return documents.flatMap(({ id, title }) => {
      const one = found.get(id);
      return one ? [{ id, title, ...one }] : [];
    });
  }

  /** Lines that may hold what is sought, in order of place. */
  private async candidates(sought: Sought) {
    const pieces = literalsOf(sought).filter((piece) => piece.length >= SHORTEST);
    let query = this.db
      .selectFrom("searched_lines")
      .innerJoin("documents", "documents.id", "searched_lines.document_id")
      .select(["document_id", "block_id", "start", "text"])
      .where("removed_at", "is", null);
    if (pieces.length > 0) {
      const match = pieces.map((piece) => `"${piece.replace(/"/g, '""')}"`).join(" AND ");
      query = query.where(
        "searched_lines.id",
        "in",
        sql<number>`(select rowid from searched where searched match ${match})`,
      );
    }
    return query.orderBy("document_id").orderBy("place").execute();
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
    const id = block.attrs.id as string | null;
    if (!id) return;
    for (const { text, start } of textsIn(block))
      if (text.trim() !== "") lines.push({ block_id: id, start, text, place });
  });
  return lines;
}

function keyOf({ block_id, start, text }: Pick<Line, "block_id" | "start" | "text">): string {
  return `${block_id} ${start} ${text}`;
}
