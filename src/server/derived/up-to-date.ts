import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";

/** A table that says which version of each document was read into other tables. */
type VersionTable = "searched_documents" | "listed_documents";

/**
 * Keeps tables that are derived from documents up to date: when somebody asks, what changed since is read anew, one call after the
 * other.
 */
export class UpToDate {
  private updating: Promise<void> = Promise.resolve();

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly versions: VersionTable,
    private readonly updateOne: (id: string) => Promise<void>,
  ) {}

  update(): Promise<void> {
    const next = this.updating.then(async () => {
      for (const id of await this.stale()) {
        await this.updateOne(id);
        // A whole shelf takes seconds, and who opens a document does not wait for it.
        await new Promise((done) => setImmediate(done));
      }
    });
    this.updating = next.catch(() => {});
    return next;
  }

  private async stale(): Promise<string[]> {
    const { rows } = await sql<{ id: string }>`
      select documents.id from documents
      left join ${sql.table(this.versions)} as known on known.document_id = documents.id
      where documents.removed_at is null
        and (known.version is null or known.version != documents.version)`.execute(this.db);
    return rows.map(({ id }) => id);
  }
}
