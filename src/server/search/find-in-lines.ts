import { sql, type Kysely } from "kysely";
import { literalsOf, stretchesIn, type FoundDocument, type FoundOnShelf, type Sought } from "@/core/find";
import type { Tables } from "../tables";

const PLACES_SHOWN = 12;
const AROUND = 60;
/** A full text index of three letters each knows nothing of what is shorter. */
const SHORTEST = 3;
/** So many pieces narrow the lines down; more would only make the question longer. */
const MOST_PIECES = 12;

/**
 * Where something stands in the lines of documents, the one changed last first. The index of letters proposes lines; the
 * core looks through those. Throws a SoughtError for what cannot be understood.
 */
export async function findInLines(db: Kysely<Tables>, sought: Sought): Promise<FoundDocument[]> {
  const lines = await candidates(db, sought);
  const found = new Map<string, { count: number; places: FoundOnShelf[] }>();
  const stretches = stretchesIn(
    lines.map(({ text }) => text),
    sought,
  );
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
          text.length > to + AROUND ? `${text.slice(to, to + AROUND).replace(/\S*$/u, "")}…` : text.slice(to),
      });
  }
  const documents = await db
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
function candidates(db: Kysely<Tables>, sought: Sought) {
  const match = matchOf(literalsOf(sought));
  let query = db
    .selectFrom("searched_lines")
    .innerJoin("documents", "documents.id", "searched_lines.document_id")
    .select(["document_id", "block_id", "start", "text"])
    .where("removed_at", "is", null);
  if (match !== null)
    query = query.where(
      "searched_lines.id",
      "in",
      sql<number>`(select rowid from searched where searched match ${match})`,
    );
  return query.orderBy("document_id").orderBy("place").execute();
}

/**
 * Pieces of text as a question to SQLite's full text index, null where none is long enough. Each is a string in its syntax
 * (quotes doubled), without what such a string cannot hold: NUL ends it, and half a surrogate pair is no UTF-8.
 */
export function matchOf(literals: readonly string[]): string | null {
  const pieces = literals
    .flatMap((literal) => literal.split(/[\0\ud800-\udfff]/u))
    .filter((piece) => piece.length >= SHORTEST)
    .sort((a, b) => b.length - a.length)
    .slice(0, MOST_PIECES);
  return pieces.length > 0 ? pieces.map((piece) => `"${piece.replace(/"/g, '""')}"`).join(" AND ") : null;
}
