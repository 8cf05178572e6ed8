import type { AppendRequest, SentSteps } from "@/core/collab";
import { documentTitle, UNTITLED } from "@/core/document";
import { explained, ServerError } from "../http/errors";
import type { Keeper } from "../storage/keeper";
import { batches } from "../storage/batches";
import type { GroupCommit } from "./group-commit";
import type { LiveDocuments } from "./live-documents";
import { sent, type OpenDocument, type Row } from "./open-document";
import type { OpenDocuments } from "./open-documents";
import type { Snapshots } from "./snapshots";
import type { StoredStep } from "./stored-documents";

/** A request that waits for its turn. */
interface Waiting {
  readonly request: AppendRequest;
  readonly done: (since: SentSteps) => void;
  readonly failed: (error: unknown) => void;
}

/** A request whose steps were accepted, with the steps it was rebased over. */
interface Accepted {
  readonly waiting: Waiting;
  readonly rows: readonly AuthoredRow[];
}

type AuthoredRow = Row & { readonly author: string | null };

/**
 * Appends steps to documents, one request after the other for each document: they are checked, written to disk together with those of
 * other requests, and only then confirmed and passed on to everybody who has the document open.
 */
export class AppendQueue {
  /** By document; a document has an entry while it is being worked on. */
  private readonly waiting = new Map<string, Waiting[]>();

  constructor(
    private readonly commit: GroupCommit,
    private readonly keeper: Keeper,
    private readonly live: LiveDocuments,
    private readonly snapshots: Snapshots,
    private readonly documents: OpenDocuments,
  ) {}

  isBusy(id: string): boolean {
    return this.waiting.has(id);
  }

  /** Answers all steps since the version that the request builds on, its own among them, once they are on disk. */
  append(id: string, request: AppendRequest): Promise<SentSteps> {
    return new Promise((done, failed) => {
      const queue = this.waiting.get(id);
      if (queue) queue.push({ request, done, failed });
      else {
        this.waiting.set(id, [{ request, done, failed }]);
        void this.work(id);
      }
    });
  }

  /** Accepts what waits for a document until nothing does, each time everything that has come meanwhile. */
  private async work(id: string): Promise<void> {
    for (;;) {
      const batch = this.waiting.get(id)!;
      if (batch.length === 0) break;
      this.waiting.set(id, []);
      try {
        await this.acceptBatch(id, batch);
      } catch (error) {
        for (const { failed } of batch) failed(explained(error));
      }
    }
    this.waiting.delete(id);
  }

  private async acceptBatch(id: string, batch: readonly Waiting[]): Promise<void> {
    const before = await this.documents.load(id);
    let open = before;
    const accepted: Accepted[] = [];
    for (const waiting of batch)
      try {
        const { open: next, rows } = await this.accept(id, open, waiting.request);
        open = next;
        const author = waiting.request.name ?? null;
        accepted.push({ waiting, rows: rows.map((row) => ({ ...row, author })) });
      } catch (error) {
        waiting.failed(error);
      }
    const rows = accepted.flatMap((one) => one.rows);
    if (rows.length > 0)
      try {
        await this.write(id, open, rows);
      } catch (error) {
        for (const { waiting } of accepted) waiting.failed(explained(error));
        return;
      }
    this.documents.put(id, open);
    for (const { waiting } of accepted) {
      const { version } = waiting.request;
      const steps = await this.documents.stepsSince(id, open, version);
      waiting.done({ version, ledBy: open.ledBy(version), steps: (steps ?? []).map(sent) });
    }
    if (rows.length === 0) return;
    const { version } = before;
    this.live.broadcastSteps(id, { version, ledBy: before.ledBy(version), steps: rows.map(sent) });
    void this.snapshots.takeIfDue(id, open);
  }

  /** The document with a request's steps, and those steps as they are stored. */
  private async accept(
    id: string,
    open: OpenDocument,
    request: AppendRequest,
  ): Promise<{ open: OpenDocument; rows: readonly Row[] }> {
    const { client, version } = request;
    const { documents } = this;
    const counted = open.withLastNumber(client, await documents.lastNumber(id, open, client));
    const ledBy = request.ledBy && (await documents.ledBy(id, counted, version));
    if (ledBy && ledBy !== request.ledBy)
      throw new ServerError(
        409,
        "other-line",
        "The document has changed in a different way since your version.",
      );
    const between: readonly StoredStep[] | null = await documents.stepsSince(id, counted, version);
    return counted.accept(request, between);
  }

  private async write(id: string, open: OpenDocument, rows: readonly AuthoredRow[]): Promise<void> {
    await this.commit.write(async (transaction) => {
      for (const some of batches(rows))
        await transaction
          .insertInto("steps")
          .values(some.map((row) => stepRow(id, row)))
          .execute();
      await transaction
        .updateTable("documents")
        .set({ version: open.version, changed_at: Date.now(), title: documentTitle(open.doc) || UNTITLED })
        .where("id", "=", id)
        .execute();
    });
    this.keeper.committed(id, open.version);
  }
}

function stepRow(id: string, { version, client, number, author, json, added, removed }: AuthoredRow) {
  return {
    document_id: id,
    version,
    client,
    number,
    author,
    step: JSON.stringify(json),
    added,
    removed,
    created_at: Date.now(),
  };
}
