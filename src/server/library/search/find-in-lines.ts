import { sql, type Kysely } from "kysely";
import { literalsOf, stretchesIn, type FoundDocument, type LibraryMatch, type Sought } from "@/core/find";
import type { Tables } from "../../storage/tables";
import type { SearchTables } from "./search-database";

const PLACES_SHOWN = 12;
const AROUND = 60;
/** A full text index of three letters each knows nothing of what is shorter. */
const MIN_LETTERS = 3;
/** How many pieces narrow the lines down; more would only make the question longer. */
const MAX_PIECES = 12;

/**
 * Where something stands in the lines of documents, the one changed last first. The index of letters proposes lines; the
 * core looks through those. Throws a SoughtError for what cannot be understood.
 */
export async function findInLines(
  index: Kysely<SearchTables>,
  db: Kysely<Tables>,
  sought: Sought,
): Promise<FoundDocument[]> {
  const documents = await db
    .selectFrom("documents")
    .select(["id", "title"])
    .where("removed_at", "is", null)
    .orderBy("changed_at", "desc")
    .execute();
  const present = new Set(documents.map(({ id }) => id));
  const lines = (await candidates(index, sought)).filter(({ document_id }) => present.has(document_id));
  const found = new Map<string, { count: number; places: LibraryMatch[] }>();
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
  return documents.flatMap(({ id, title }) => {
    const one = found.get(id);
    return one ? [{ id, title, ...one }] : [];
  });
}

/** Lines that may hold what is sought, in order of place. */
function candidates(index: Kysely<SearchTables>, sought: Sought) {
  const match = matchOf(literalsOf(sought));
  let query = index.selectFrom("lines").select(["document_id", "block_id", "start", "text"]);
  if (match !== null)
    query = query.where("id", "in", sql<number>`(select rowid from letters where letters match ${match})`);
  return query.orderBy("document_id").orderBy("place").execute();
}

/**
 * Pieces of text as a question to SQLite's full text index, null where none is long enough. Each is a string in its syntax
 * (quotes doubled), without what such a string cannot hold: NUL ends it, and half a surrogate pair is no UTF-8.
 */
export function matchOf(literals: readonly string[]): string | null {
  const pieces = literals
    .flatMap((literal) => literal.split(/[\0\ud800-\udfff]/u))
    .filter((piece) => piece.length >= MIN_LETTERS)
    .sort((a, b) => b.length - a.length)
    .slice(0, MAX_PIECES);
  return pieces.length > 0 ? pieces.map((piece) => `"${piece.replace(/"/g, '""')}"`).join(" AND ") : null;
}
