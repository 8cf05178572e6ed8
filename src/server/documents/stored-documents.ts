import { gunzipSync, gzip } from "node:zlib";
import { promisify } from "node:util";
import type { Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import type { Step } from "prosemirror-transform";
import { documentJSON, schema } from "@/core/document";
import { stepFromJSON, type StepJSON } from "@/core/steps";
import { notThere, ServerError } from "../http/errors";
import type { Tables } from "../storage/tables";

/** A step as it lies in the database; `version` is the one it led to. */
export interface StoredStep {
  readonly version: number;
  readonly client: string;
  /** 0 for steps from before they were counted. */
  readonly number: number;
  readonly json: StepJSON;
  readonly step: Step;
}

/** A row of steps as it lies in the database: a step, or those of a day put together. */
export interface StoredChange {
  readonly version: number;
  /** How many versions it leads over. */
  readonly spans: number;
  readonly client: string;
  readonly number: number;
  readonly json: readonly StepJSON[];
  readonly steps: readonly Step[];
}

/** A document as it was read from the database. */
export interface StoredDocument {
  readonly doc: Node;
  readonly version: number;
  /** The version of the newest snapshot. */
  readonly snapshot: number;
  readonly stepsSince: readonly StoredStep[];
  /** Versions whose snapshots could not be read and were made again. */
  readonly mended: readonly number[];
}

const zipped = promisify(gzip);
const SNAPSHOTS_KEPT = 3;
/** One older snapshot is kept for every so many versions, so that looking back stays quick and the disk does not fill. */
const VERSIONS_PER_OLD_SNAPSHOT = 2_000;

/** Documents in the database: snapshots, and the steps after them. */
export class StoredDocuments {
  constructor(private readonly db: Kysely<Tables>) {}

  /** The newest version. Throws a {@link ServerError} where the document is missing or cannot be read. */
  async load(id: string): Promise<StoredDocument> {
    const row = await this.standing(id);
    const { doc, version, damaged } = await this.readable(id, row.version);
    const changes = await this.changesAfter(id, version, row.version);
    if (!changes) throw damagedDocument(id);
    let newest = doc;
    const rebuilt: { version: number; doc: Node }[] = [];
    for (const { steps, version: at } of changes) {
      newest = replayed(newest, steps) ?? failed(id);
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
        `gate-rope: the stored copy of document ${id} at version ${at} was damaged; it was rebuilt from version ${version} and the steps after it.`,
      );
    }
    const snapshot = rebuilt.at(-1)?.version ?? version;
    const single = changes.findLastIndex(({ spans }) => spans > 1) + 1;
    return {
      doc: newest,
      version: row.version,
      snapshot,
      stepsSince: changes.slice(single).map(storedStep),
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
    const changes = await this.changesAfter(id, from, version);
    if (changes) return changes.reduce((before, { steps }) => replayed(before, steps) ?? failed(id), doc);
    if (!(await this.isThinned(id, version))) throw damagedDocument(id);
    throw new ServerError(
      404,
      "no-version",
      "This version was put together with the others of its day. Open the history again to see that day.",
    );
  }

  /** Whether a version lies within changes that were put together. */
  private async isThinned(id: string, version: number): Promise<boolean> {
    const next = await this.db
      .selectFrom("steps")
      .select("version")
      .where("document_id", "=", id)
      .where("version", ">=", version)
      .orderBy("version")
      .limit(1)
      .executeTakeFirst();
    return next !== undefined && next.version !== version;
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

  /** The steps that led from one version to another, or null where some of them are not there one by one. */
  async stepsAfter(id: string, from: number, to: number): Promise<StoredStep[] | null> {
    const changes = await this.changesAfter(id, from, to);
    return changes?.every(({ spans }) => spans === 1) ? changes.map(storedStep) : null;
  }

  /** The changes between two versions; some may span several versions. Null if any is missing. */
  async changesAfter(id: string, from: number, to: number): Promise<StoredChange[] | null> {
    if (from >= to) return [];
    const rows = await this.db
      .selectFrom("steps")
      .select(["version", "spans", "client", "number", "step"])
      .where("document_id", "=", id)
      .where("version", ">", from)
      .where("version", "<=", to)
      .orderBy("version")
      .execute();
    if (rows.reduce((sum, { spans }) => sum + spans, 0) !== to - from) return null;
    try {
      return rows.map(({ step, number, ...row }) => {
        const json: readonly StepJSON[] = stepsIn(step);
        return { ...row, number: number ?? 0, json, steps: json.map(stepFromJSON) };
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
    const thinned = await this.db
      .selectFrom("thinned_clients")
      .select("number")
      .where("document_id", "=", id)
      .where("client", "=", client)
      .executeTakeFirst();
    return Math.max(row?.last ?? 0, thinned?.number ?? 0);
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

/** What is written of a step, or of several that were put together. */
export function stepsIn(step: string): readonly StepJSON[] {
  const json: StepJSON | StepJSON[] = JSON.parse(step);
  return Array.isArray(json) ? json : [json];
}

/** A document after some steps; null where one cannot be applied. */
export function replayed(doc: Node, steps: readonly Step[]): Node | null {
  let next: Node | null = doc;
  for (const step of steps) next = next && step.apply(next).doc;
  return next;
}

function storedStep({ version, client, number, json, steps }: StoredChange): StoredStep {
  return { version, client, number, json: json[0]!, step: steps[0]! };
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
