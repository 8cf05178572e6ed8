import type { Kysely } from "kysely";
import type { BinnedDocument } from "@/contract/bin";
import { messageOf } from "@/core/thrown";
import type { EditionStore } from "../editions/edition-store";
import type { FileStore } from "../blobs/file-store";
import type { PictureStore } from "../blobs/picture-store";
import type { ScreenCopies } from "../blobs/screen-copies";
import { usedContents } from "../blobs/used-contents";
import { notThere } from "../http/errors";
import type { Keeper } from "../storage/keeper";
import type { Tables } from "../storage/tables";
import type { GroupCommit } from "./group-commit";

/** A deleted document can be restored for this long, in milliseconds. */
export const KEPT_IN_BIN = 30 * 24 * 60 * 60_000;
/** A picture or file may be stored for this long before a document uses it, in milliseconds. */
const MAX_UNUSED_MS = 24 * 60 * 60_000;

/** Deleted documents: listed, restored, and in the end removed for good together with everything that only they use. */
export class Bin {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly commit: GroupCommit,
    private readonly keeper: Keeper,
    private readonly blobs: {
      readonly pictures: PictureStore;
      readonly files: FileStore;
      readonly screenCopies: ScreenCopies;
      readonly editions: EditionStore;
    },
  ) {}

  /** What can still be restored, the latest first. */
  list(): Promise<BinnedDocument[]> {
    return this.db
      .selectFrom("documents")
      .select(["id", "title", "words", "removed_at as removedAt"])
      .where("removed_at", "is not", null)
      .orderBy("removed_at", "desc")
      .$castTo<BinnedDocument>()
      .execute();
  }

  /** Puts a document into the bin, or with null takes it out. Throws a ServerError if the document is missing. */
  async mark(id: string, removedAt: number | null): Promise<void> {
    const done = await this.db
      .updateTable("documents")
      .set({ removed_at: removedAt })
      .where("id", "=", id)
      .executeTakeFirst();
    if (done.numUpdatedRows === 0n) throw notThere();
    this.blobs.editions.setAway(id, removedAt !== null);
  }

  /** Deletes documents for good, and then the pictures and files that no document uses any more. */
  async purge(ids: readonly string[]): Promise<void> {
    if (ids.length === 0) return;
    this.keeper.lettingGo(ids);
    // Everything else that belongs to a document goes with its row.
    for (const id of ids)
      await this.commit.write(async (transaction) => {
        await transaction.deleteFrom("documents").where("id", "=", id).execute();
      });
    this.blobs.editions.purge(ids);
    // What stays by a fault only takes room.
    await this.sweep().catch((error: unknown) =>
      console.error(`gate-rope: pictures and files that nothing uses stay for now: ${messageOf(error)}`),
    );
  }

  /** Removes pictures and files that no document uses, in no version that can still be opened. */
  private async sweep(): Promise<void> {
    const used = await usedContents(this.db);
    // What was just uploaded is not part of a document for a moment.
    const before = Date.now() - MAX_UNUSED_MS;
    const { pictures, files, screenCopies, editions } = this.blobs;
    for (const store of [pictures, files]) store.sweep((name) => used.has(name), before);
    screenCopies.sweep((name) => used.has(name));
    editions.sweep(before);
  }
}
