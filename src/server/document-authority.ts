import { gunzipSync, gzipSync } from "node:zlib";
import type { Kysely, Transaction } from "kysely";
import type { Node } from "prosemirror-model";
import { Step } from "prosemirror-transform";
import { createDocument, newId, schema, type Manuscript } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import { summaryOf, type DocumentSummary } from "@/reading-thread";
import { explained, ServerError } from "./errors";
import type { Person } from "./person";
import type { PictureStore } from "./picture-store";
import type { DocumentTable, Tables } from "./tables";

/** A document as the shelf lists it. */
export type ShelfEntry = Pick<
  DocumentTable,
  "id" | "title" | "words" | "sections" | "adrift" | "version" | "changed_at"
>;

/** A document in memory, at its newest version. */
interface Open {
  index: DocumentIndex;
  version: number;
  stepsSinceSnapshot: number;
  /** Who sent the newest step; lets a client whose answer was lost see that its own steps are kept. */
  lastClient: string | null;
}

const STEPS_BETWEEN_SNAPSHOTS = 200;
const MOST_OPEN = 24;
const MOST_STEPS_AT_ONCE = 2_000;

/**
 * The single authority for every document: it checks steps against the schema, appends them in one transaction and
 * only then says that they are kept. The newest version is the newest snapshot and the steps after it.
 */
export class DocumentAuthority {
  /** Documents in memory, the one used last at the end. */
  private readonly open = new Map<string, Open>();
  /** The end of the queue of each document: its calls run one after the other. */
  private readonly queues = new Map<string, Promise<unknown>>();

  constructor(
    private readonly db: Kysely<Tables>,
    readonly pictures: PictureStore,
  ) {}

  // The shelf

  list(_person: Person): Promise<ShelfEntry[]> {
    return this.db
      .selectFrom("documents")
      .select(["id", "title", "words", "sections", "adrift", "version", "changed_at"])
      .where("removed_at", "is", null)
      .orderBy("changed_at", "desc")
      .orderBy("id")
      .execute();
  }

  /** Makes a document from nothing or from blocks at hand; answers its id. */
  create(person: Person, doc: Node = createDocument([], { title: "Untitled" })): Promise<string> {
    return this.store(person, JSON.stringify(withAttributes(doc)), summaryOf(indexDocument(doc)));
  }

  /** Stores a document that was read and checked elsewhere, as JSON text with its summary; answers its id. */
  async store(
    _person: Person,
    json: string,
    summary: DocumentSummary,
    pictures: Manuscript["pictures"] = new Map(),
  ): Promise<string> {
    const id = newId();
    const now = Date.now();
    await this.writing(async () => {
      for (const picture of pictures.values()) this.pictures.keep(picture);
      await this.transact(async (transaction) => {
        await transaction
          .insertInto("documents")
          .values({ id, ...summary, version: 0, created_at: now, changed_at: now, removed_at: null })
          .execute();
        await insertSnapshot(transaction, id, 0, json);
      });
    });
    return id;
  }

  remove(person: Person, id: string): Promise<void> {
    return this.mark(person, id, Date.now());
  }

  /** Puts a removed document back on the shelf. */
  restore(person: Person, id: string): Promise<void> {
    return this.mark(person, id, null);
  }

  private async mark(_person: Person, id: string, removedAt: number | null): Promise<void> {
    const done = await this.writing(() =>
      this.db.updateTable("documents").set({ removed_at: removedAt }).where("id", "=", id).executeTakeFirst(),
    );
    if (done.numUpdatedRows === 0n) throw notThere();
  }

  // One document

  /** The newest version of a document. Throws a {@link ServerError} where there is none. */
  read(_person: Person, id: string): Promise<{ index: DocumentIndex; version: number }> {
    return this.inTurn(id, () => this.load(id));
  }

  /** The newest version with the pictures it holds. */
  async manuscript(person: Person, id: string): Promise<Manuscript & { index: DocumentIndex }> {
    const { index } = await this.read(person, id);
    const names = index.figures.map((figure) => index.doc.nodeAt(figure.pos)!.attrs.picture as string);
    return { doc: index.doc, pictures: this.pictures.all(names), index };
  }

  /**
   * Appends steps that build on `version`; answers the new version once they are on disk. Throws a {@link ServerError}:
   * 409 with the newest version when they build on an older one, 422 when they do not fit the document.
   */
  append(
    _person: Person,
    id: string,
    version: number,
    client: string,
    steps: readonly unknown[],
  ): Promise<{ version: number }> {
    if (steps.length > MOST_STEPS_AT_ONCE)
      throw new ServerError(413, "too-many-steps", "These are too many changes at once.");
    return this.inTurn(id, async () => {
      const open = await this.load(id);
      if (version !== open.version)
        throw new ServerError(409, "newer-version", "There is a newer version of this document.", {
          version: open.version,
          client: open.lastClient,
        });
      const index = indexDocument(applied(open.index.doc, steps), open.index);
      const next: Open = {
        index,
        version: version + steps.length,
        stepsSinceSnapshot: open.stepsSinceSnapshot + steps.length,
        lastClient: client,
      };
      await this.writing(() => this.persist(id, next, client, steps));
      this.open.set(id, next);
      return { version: next.version };
    });
  }

  private persist(id: string, next: Open, client: string, steps: readonly unknown[]): Promise<void> {
    const now = Date.now();
    const before = next.version - steps.length;
    return this.transact(async (transaction) => {
      if (steps.length > 0)
        await transaction
          .insertInto("steps")
          .values(
            steps.map((step, i) => ({
              document_id: id,
              version: before + i + 1,
              client,
              step: JSON.stringify(step),
              created_at: now,
            })),
          )
          .execute();
      await transaction
        .updateTable("documents")
        .set({ ...summaryOf(next.index), version: next.version, changed_at: now })
        .where("id", "=", id)
        .execute();
      if (next.stepsSinceSnapshot >= STEPS_BETWEEN_SNAPSHOTS) {
        await insertSnapshot(transaction, id, next.version, JSON.stringify(withAttributes(next.index.doc)));
        next.stepsSinceSnapshot = 0;
      }
    });
  }

  private async load(id: string): Promise<Open> {
    const known = this.open.get(id);
    if (known) {
      this.open.delete(id);
      this.open.set(id, known);
      return known;
    }
    const row = await this.db
      .selectFrom("documents")
      .select("version")
      .where("id", "=", id)
      .where("removed_at", "is", null)
      .executeTakeFirst();
    if (!row) throw notThere();
    const snapshot = await this.db
      .selectFrom("snapshots")
      .select(["version", "body"])
      .where("document_id", "=", id)
      .orderBy("version", "desc")
      .limit(1)
      .executeTakeFirstOrThrow();
    const later = await this.db
      .selectFrom("steps")
      .select(["step", "client"])
      .where("document_id", "=", id)
      .where("version", ">", snapshot.version)
      .orderBy("version")
      .execute();
    let doc = schema.nodeFromJSON(JSON.parse(gunzipSync(snapshot.body).toString("utf8")));
    for (const { step } of later) doc = applyStep(doc, JSON.parse(step));
    const open: Open = {
      index: indexDocument(doc),
      version: snapshot.version + later.length,
      stepsSinceSnapshot: later.length,
      lastClient: later.at(-1)?.client ?? null,
    };
    this.open.set(id, open);
    for (const [oldest] of this.open) {
      if (this.open.size <= MOST_OPEN) break;
      this.open.delete(oldest);
    }
    return open;
  }

  /** Runs the calls on one document one after the other. */
  private inTurn<T>(id: string, call: () => Promise<T>): Promise<T> {
    const before = this.queues.get(id) ?? Promise.resolve();
    const turn = before.then(call, call);
    const settled = turn.catch(() => {});
    this.queues.set(id, settled);
    void settled.then(() => {
      if (this.queues.get(id) === settled) this.queues.delete(id);
    });
    return turn;
  }

  /**
   * A transaction whose error is the one that broke it. When a disk is full SQLite rolls back by itself, and the
   * roll-back that follows fails with an error of its own that says nothing.
   */
  private async transact<T>(call: (transaction: Transaction<Tables>) => Promise<T>): Promise<T> {
    let cause: unknown = null;
    try {
      return await this.db.transaction().execute(async (transaction) => {
        try {
          return await call(transaction);
        } catch (error) {
          cause = error;
          throw error;
        }
      });
    } catch (error) {
      throw cause ?? error;
    }
  }

  private async writing<T>(call: () => Promise<T>): Promise<T> {
    try {
      return await call();
    } catch (error) {
      throw explained(error);
    }
  }
}

function notThere(): ServerError {
  return new ServerError(404, "no-document", "There is no such document. It may have been removed.");
}

/** Attributes are part of the JSON even where all are at their defaults. */
function withAttributes(doc: Node): object {
  return { attrs: doc.attrs, ...(doc.toJSON() as object) };
}

async function insertSnapshot(
  transaction: Transaction<Tables>,
  id: string,
  version: number,
  json: string,
): Promise<void> {
  const body = gzipSync(json, { level: 4 });
  await transaction
    .insertInto("snapshots")
    .values({ document_id: id, version, body, created_at: Date.now() })
    .execute();
}

/** The document after the steps, checked against the schema where it changed. */
function applied(doc: Node, steps: readonly unknown[]): Node {
  let after = doc;
  for (const step of steps) after = applyStep(after, step);
  const before = new Set(doc.content.content);
  try {
    if (after.childCount === 0) throw new RangeError("the document is empty");
    // A document of one empty paragraph with the same attributes is checked at no cost.
    schema.nodes.doc.create(after.attrs, schema.nodes.paragraph.create()).check();
    for (const block of after.content.content) {
      if (before.has(block)) continue;
      if (!schema.nodes.doc.contentMatch.matchType(block.type))
        throw new RangeError(`${block.type.name} cannot stand in a document`);
      block.check();
    }
  } catch (error) {
    throw new ServerError(
      422,
      "invalid-steps",
      `These changes do not fit the document: ${(error as Error).message}`,
    );
  }
  return after;
}

function applyStep(doc: Node, json: unknown): Node {
  try {
    const result = Step.fromJSON(schema, json as object).apply(doc);
    if (result.doc) return result.doc;
    throw new RangeError(result.failed ?? "the step failed");
  } catch (error) {
    throw new ServerError(
      422,
      "invalid-steps",
      `These changes do not fit the document: ${(error as Error).message}`,
    );
  }
}
