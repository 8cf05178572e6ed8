import { gunzipSync } from "node:zlib";
import { sql, type Kysely } from "kysely";
import type { Tables } from "../storage/tables";

const ROWS_PER_BATCH = 200;
/** The name of a picture, or of the content of a file: it begins with a SHA-256. */
const CONTENT = /[0-9a-f]{64}(?:\.[a-z]{2,5})?/g;

/**
 * The names of all pictures and files that a stored copy or step of any document mentions, including documents in the bin. Read as
 * text: what is used in any version that can be looked at must stay.
 */
export async function usedContents(db: Kysely<Tables>): Promise<ReadonlySet<string>> {
  const used = new Set<string>();
  const take = (text: string) => {
    for (const [name] of text.matchAll(CONTENT)) used.add(name);
  };
  for (const { document_id, version } of await db
    .selectFrom("snapshots")
    .select(["document_id", "version"])
    .execute()) {
    const row = await db
      .selectFrom("snapshots")
      .select("body")
      .where("document_id", "=", document_id)
      .where("version", "=", version)
      .executeTakeFirst();
    if (row) take(gunzipSync(row.body).toString("utf8"));
    // Others are served between two of them.
    await new Promise((done) => setImmediate(done));
  }
  for (let from = 0; ;) {
    const { rows } = await sql<{ row: number; step: string }>`
      select rowid as row, step from steps where rowid > ${from} order by rowid limit ${ROWS_PER_BATCH}`.execute(
      db,
    );
    if (rows.length === 0) return used;
    for (const { step } of rows) take(step);
    from = rows.at(-1)!.row;
    await new Promise((done) => setImmediate(done));
  }
}
