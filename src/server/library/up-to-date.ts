import type { Kysely } from "kysely";
import { messageOf } from "@/core/thrown";
import type { Tables } from "../storage/tables";

/**
 * Keeps tables that are derived from documents up to date: when somebody asks, what changed since is read again, one call after the
 * other. A document that cannot be read stays out of them, and says so once on the server's standard error.
 */
export class UpToDate {
  private updating: Promise<void> = Promise.resolve();
  /** Documents that could not be read, at which version. */
  private readonly unreadable = new Map<string, number>();

  constructor(
    private readonly db: Kysely<Tables>,
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
    return this.db
      .selectFrom("documents")
      .leftJoin("listed_documents as known", "known.document_id", "documents.id")
      .select(["documents.id", "documents.version"])
      .where("documents.removed_at", "is", null)
      .where(({ eb, or, ref }) =>
        or([eb("known.version", "is", null), eb("known.version", "!=", ref("documents.version"))]),
      )
      .execute();
  }
}
