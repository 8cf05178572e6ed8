import { sql, type Kysely } from "kysely";
import { messageOf } from "@/core/thrown";
import type { Tables } from "../tables";

/** A table that says which version of each document was read into other tables. */
type VersionTable = "searched_documents" | "listed_documents";

/**
 * Keeps tables that are derived from documents up to date: when somebody asks, what changed since is read anew, one call after the
 * other. A document that cannot be read stays out of them, and says so once on the server's standard error.
 */
export class UpToDate {
  private updating: Promise<void> = Promise.resolve();
  /** Documents that could not be read, at which version. */
  private readonly unreadable = new Map<string, number>();

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly versions: VersionTable,
    private readonly updateOne: (id: string) => Promise<void>,
  ) {}

  update(): Promise<void> {
    const next = this.updating.then(async () => {
      for (const { id, version } of await this.stale()) {
        if (this.unreadable.get(id) === version) continue;
        try {
          await this.updateOne(id);
          this.unreadable.delete(id);
        } catch (error) {
          // The others are listed all the same; this one again when it has changed.
          this.unreadable.set(id, version);
          console.error(`gate-rope: document ${id} cannot be listed: ${messageOf(error)}`);
        }
        // A whole shelf takes seconds, and who opens a document does not wait for it.
        await new Promise((done) => setImmediate(done));
      }
    });
    this.updating = next.catch(() => {});
    return next;
  }

  private async stale(): Promise<{ id: string; version: number }[]> {
    const { rows } = await sql<{ id: string; version: number }>`
      select documents.id, documents.version from documents
      left join ${sql.table(this.versions)} as known on known.document_id = documents.id
      where documents.removed_at is null
        and (known.version is null or known.version != documents.version)`.execute(this.db);
    return rows;
  }
}
