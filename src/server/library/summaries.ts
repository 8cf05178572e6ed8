import { sql, type Kysely } from "kysely";
import type { DocumentIndex } from "@/core/index";
import { messageOf } from "@/core/thrown";
import { summaryOf } from "@/threads/reading";
import type { Tables } from "../storage/tables";

/** Reads the newest version of a document. */
type Read = (id: string) => Promise<{ readonly index: DocumentIndex; readonly version: number }>;

/** Counts words, sections and broken links again for the documents that changed since they were counted; writes all of it as one change. */
export async function refreshSummaries(db: Kysely<Tables>, read: Read): Promise<void> {
  const stale = await db
    .selectFrom("documents")
    .select("id")
    .whereRef("summed_version", "<", "version")
    .where("removed_at", "is", null)
    .execute();
  const counted = [];
  for (const { id } of stale)
    try {
      const { index, version } = await read(id);
      counted.push({ id, version, ...summaryOf(index) });
    } catch (error) {
      // The library shows older counts then; nothing is lost.
      console.error(`gate-rope: document ${id} could not be counted: ${messageOf(error)}`);
    }
  if (counted.length > 0) await writeSummaries(db, counted);
}

/** Where they cannot be written now, as on a full disk, the library shows older counts. */
async function writeSummaries(db: Kysely<Tables>, counted: readonly object[]): Promise<void> {
  const write = sql`update documents set
      title = counted.value ->> 'title', opening = counted.value ->> 'opening', words = counted.value ->> 'words',
      sections = counted.value ->> 'sections', broken_links = counted.value ->> 'brokenLinks', summed_version = counted.value ->> 'version'
    from json_each(${JSON.stringify(counted)}) as counted where documents.id = counted.value ->> 'id'`;
  await write.execute(db).catch((error: unknown) => {
    console.error(`gate-rope: the counts of documents could not be written: ${messageOf(error)}`);
  });
}
