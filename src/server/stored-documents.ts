import { gunzipSync, gzip } from "node:zlib";
import { promisify } from "node:util";
import type { Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import type { Step } from "prosemirror-transform";
import { documentJSON, schema, stepFromJSON, type StepJSON } from "@/core/document";
import { notThere, ServerError } from "./errors";
import type { Tables } from "./tables";

/** A step as it lies in the database; `version` is the one it led to. */
export interface StoredStep {
  readonly version: number;
  readonly client: string;
  /** 0 for steps from before they were counted. */
  readonly number: number;
  readonly json: StepJSON;
  readonly step: Step;
}

/** A document as it was read from the database. */
export interface StoredDocument {
  readonly doc: Node;
  readonly version: number;
  /** The version of the newest snapshot. */
  readonly snapshot: number;
  readonly stepsSince: readonly StoredStep[];
  /** Versions whose snapshots could not be read and were made anew. */
  readonly mended: readonly number[];
}

const zipped = promisify(gzip);
const SNAPSHOTS_KEPT = 3;
/** Of older snapshots one is kept for so many versions, so that looking back stays quick and the disk does not fill. */
const VERSIONS_PER_OLD_SNAPSHOT = 2_000;

/** Documents in the database: snapshots, and the steps after them. */
export class StoredDocuments {
  constructor(private readonly db: Kysely<Tables>) {}

  /** The newest version. Throws a {@link ServerError} where there is no such document or nothing of it can be read. */
  async load(id: string): Promise<StoredDocument> {
    const row = await this.standing(id);
    const { doc, version, damaged } = await this.readable(id, row.version);
    const steps = await this.stepsAfter(id, version, row.version);
    if (!steps) throw damagedDocument(id);
    let newest = doc;
    const rebuilt: { version: number; doc: Node }[] = [];
    for (const { step, version: at } of steps) {
      newest = step.apply(newest).doc ?? failed(id);
      if (damaged.includes(at)) rebuilt.push({ version: at, doc: newest });
    }
    for (const { version: at, doc: whole } of rebuilt) {
      const body = await zipped(documentJSON(whole));
      await this.db
        .updateTable("snapshots")
        .set({ body })
        .where("document_id", "=", id)
        .where("version", "=", at)
        .execute();
      console.error(
        `gate-rope: the stored copy of document ${id} at version ${at} was damaged; it was made anew from version ${version} and the steps after it.`,
      );
    }
    const snapshot = rebuilt.at(-1)?.version ?? version;
    return {
      doc: newest,
      version: row.version,
      snapshot,
      stepsSince: steps,
      mended: rebuilt.map((it) => it.version),
    };
  }

  /** Title and version of a document on the shelf. Throws a {@link ServerError} where there is none. */
  async standing(id: string): Promise<{ title: string; version: number }> {
    const row = await this.db
      .selectFrom("documents")
      .select(["title", "version"])
      .where("id", "=", id)
      .where("removed_at", "is", null)
      .executeTakeFirst();
    if (!row) throw notThere();
    return row;
  }

  /** The document as it was in a version. */
  async at(id: string, version: number): Promise<Node> {
    const { doc, version: from } = await this.readable(id, version);
    const steps = await this.stepsAfter(id, from, version);
    if (!steps) throw damagedDocument(id);
    return steps.reduce((before, { step }) => step.apply(before).doc ?? failed(id), doc);
  }

  /** Gzip of the JSON of the newest snapshot as it lies in the database, with its version. */
  async newestSnapshot(id: string): Promise<{ version: number; body: Buffer } | undefined> {
    return this.db
      .selectFrom("snapshots")
      .innerJoin("documents", "documents.id", "snapshots.document_id")
      .select(["snapshots.version", "body"])
      .where("document_id", "=", id)
      .where("removed_at", "is", null)
      .orderBy("snapshots.version", "desc")
      .limit(1)
      .executeTakeFirst();
  }

  async newestSnapshotVersion(id: string): Promise<number | undefined> {
    const row = await this.db
      .selectFrom("snapshots")
      .select(({ fn }) => fn.max("version").as("version"))
      .where("document_id", "=", id)
      .executeTakeFirst();
    return row?.version ?? undefined;
  }

  /** The steps that led from one version to another, or null where some of them are not there. */
  async stepsAfter(id: string, from: number, to: number): Promise<StoredStep[] | null> {
    if (from >= to) return [];
    const rows = await this.db
      .selectFrom("steps")
      .select(["version", "client", "number", "step"])
      .where("document_id", "=", id)
      .where("version", ">", from)
      .where("version", "<=", to)
      .orderBy("version")
      .execute();
    if (rows.length !== to - from) return null;
    try {
      return rows.map(({ version, client, number, step }) => {
        const json: StepJSON = JSON.parse(step);
        return { version, client, number: number ?? 0, json, step: stepFromJSON(json) };
      });
    } catch {
      return null;
    }
  }

  /** The highest number of a client's accepted steps up to a version; 0 where it has none. */
  async lastNumber(id: string, client: string, version: number): Promise<number> {
    const row = await this.db
      .selectFrom("steps")
      .select(({ fn }) => fn.max("number").as("last"))
      .where("document_id", "=", id)
      .where("client", "=", client)
      .where("version", "<=", version)
      .executeTakeFirst();
    return row?.last ?? 0;
  }

  /** Stores a whole version, and lets go of old ones that are not needed to look back quickly. */
  async keepSnapshot(id: string, version: number, doc: Node): Promise<void> {
    const body = await zipped(documentJSON(doc), { level: 4 });
    await this.db
      .insertInto("snapshots")
      .values({ document_id: id, version, body, created_at: Date.now() })
      .onConflict((conflict) => conflict.columns(["document_id", "version"]).doUpdateSet({ body }))
      .execute();
    const rows = await this.db
      .selectFrom("snapshots")
      .select("version")
      .where("document_id", "=", id)
      .orderBy("version")
      .execute();
    const old = rows.slice(0, -SNAPSHOTS_KEPT).map((row) => row.version);
    const needless = old.filter((at, i) => i > 0 && bucket(at) === bucket(old[i - 1]!));
    if (needless.length > 0)
      await this.db
        .deleteFrom("snapshots")
        .where("document_id", "=", id)
        .where("version", "in", needless)
        .execute();
  }

  /** The newest snapshot up to a version that can be read, and those above it that cannot. */
  private async readable(
    id: string,
    upTo: number,
  ): Promise<{ doc: Node; version: number; damaged: number[] }> {
    const damaged: number[] = [];
    for (let below = upTo; ;) {
      const row = await this.db
        .selectFrom("snapshots")
        .select(["version", "body"])
        .where("document_id", "=", id)
        .where("version", "<=", below)
        .orderBy("version", "desc")
        .limit(1)
        .executeTakeFirst();
      if (!row) throw damaged.length > 0 ? damagedDocument(id) : notThere();
      const doc = readSnapshot(row.body);
      if (doc) return { doc, version: row.version, damaged };
      damaged.push(row.version);
      below = row.version - 1;
    }
  }
}

/** The document of a snapshot, or null where its bytes are damaged. */
export function readSnapshot(body: Buffer): Node | null {
  try {
    const doc = schema.nodeFromJSON(JSON.parse(gunzipSync(body).toString("utf8")));
    doc.check();
    return doc;
  } catch {
    return null;
  }
}

function bucket(version: number): number {
  return Math.floor(version / VERSIONS_PER_OLD_SNAPSHOT);
}

function damagedDocument(id: string): ServerError {
  return new ServerError(
    503,
    "damaged",
    `The stored document is damaged and cannot be put together again (${id}). Nothing was changed; a backup may hold it.`,
  );
}

function failed(id: string): never {
  throw damagedDocument(id);
}
