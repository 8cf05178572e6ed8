import type { Kysely } from "kysely";
import type { Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import { replaceWith } from "@/core/steps";
import { messageOf } from "@/core/thrown";
import type { GroupCommit } from "./group-commit";
import { replayed, type StoredChange, type StoredDocuments } from "./stored-documents";
import type { Tables } from "../storage/tables";

const DAY = 24 * 60 * 60_000;
/** Steps that are gone through before others are served. */
const BATCH_SIZE = 20;

/** Changes of one day that become one: from a version to another. */
interface Run {
  readonly from: number;
  readonly to: number;
}

type Row = Pick<StoredChange, "version" | "spans"> & { readonly created_at: number };

/**
 * Puts the changes of a day together, once a document keeps single ones no longer: what the document was at the end of each day, at each
 * named version and where a file was imported stays as it was. Steps that cannot be put together so that exactly the same comes of them stay.
 */
export class Thinning {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly commit: GroupCommit,
    private readonly stored: StoredDocuments,
  ) {}

  /** Thins all documents; answers how many changes were put together with others. */
  async thin(now: number): Promise<number> {
    let gone = 0;
    const documents = await this.db
      .selectFrom("documents")
      .select(["id", "kept_days"])
      .where("kept_days", "is not", null)
      .execute();
    for (const { id, kept_days } of documents) {
      try {
        gone += await this.thinOne(id, now - kept_days! * DAY);
      } catch (error) {
        // One that is damaged keeps no other from it.
        console.error(`gate-rope: the old changes of document ${id} stay as they are: ${messageOf(error)}`);
      }
      await others();
    }
    return gone;
  }

  private async thinOne(id: string, before: number): Promise<number> {
    const rows = await this.db
      .selectFrom("steps")
      .select(["version", "spans", "created_at"])
      .where("document_id", "=", id)
      .where("created_at", "<", before)
      .orderBy("version")
      .execute();
    if (rows.length < 2) return 0;
    const runs = runsOf(rows, await marked(this.db, id));
    const [first] = runs;
    if (!first) return 0;
    let gone = 0;
    let doc = await this.stored.at(id, first.from);
    let at = first.from;
    for (const run of runs) {
      doc = (await this.through(id, doc, at, run.from)).doc;
      const { doc: end, changes } = await this.through(id, doc, run.from, run.to);
      if (await this.put(id, run, changes, doc, end)) gone += changes.length - 1;
      doc = end;
      at = run.to;
    }
    return gone;
  }

  /** Goes from one version to another. */
  private async through(id: string, doc: Node, from: number, to: number) {
    const changes = await this.stored.changesAfter(id, from, to);
    if (!changes) throw new Error(`the changes of ${id} between ${from} and ${to} are not all there`);
    let end = doc;
    for (const [i, { version, steps }] of changes.entries()) {
      const next = replayed(end, steps);
      if (!next) throw new Error(`the change of ${id} that led to ${version} cannot be applied`);
      end = next;
      if (i % BATCH_SIZE === BATCH_SIZE - 1) await others();
    }
    return { doc: end, changes };
  }

  /** Puts one change in place of several; false where they stay. */
  private async put(
    id: string,
    { from, to }: Run,
    changes: readonly StoredChange[],
    before: Node,
    after: Node,
  ): Promise<boolean> {
    const { steps } = replaceWith(new Transform(before), after);
    if (!replayed(before, steps)?.eq(after)) return false;
    // Windows are told of single steps only, from the newest stored copy on.
    if (((await this.stored.newestSnapshotVersion(id)) ?? 0) < to)
      await this.stored.keepSnapshot(id, to, after);
    const last = changes.at(-1)!;
    let put = false;
    await this.commit.write(async (transaction) => {
      // Somebody may have given one a name meanwhile.
      for (const version of await marked(transaction, id)) if (version > from && version < to) return;
      const rows = await transaction
        .selectFrom("steps")
        .select(["author", "added", "removed", "created_at"])
        .where("document_id", "=", id)
        .where("version", ">", from)
        .where("version", "<=", to)
        .orderBy("version")
        .execute();
      for (const table of ["steps", "snapshots"] as const)
        await transaction
          .deleteFrom(table)
          .where("document_id", "=", id)
          .where("version", ">", from)
          .where("version", table === "steps" ? "<=" : "<", to)
          .execute();
      const authors = [...new Set(rows.flatMap(({ author }) => author ?? []))];
      await transaction
        .insertInto("steps")
        .values({
          document_id: id,
          version: to,
          spans: to - from,
          client: last.client,
          number: last.number || null,
          author: authors.length > 0 ? authors.join(", ") : null,
          step: JSON.stringify(steps.map((step) => step.toJSON() as unknown)),
          added: rows.reduce((sum, { added }) => sum + added, 0),
          removed: rows.reduce((sum, { removed }) => sum + removed, 0),
          created_at: rows.at(-1)!.created_at,
        })
        .execute();
      for (const [client, number] of lastNumbers(changes))
        await transaction
          .insertInto("thinned_clients")
          .values({ document_id: id, client, number })
          .onConflict((conflict) => conflict.columns(["document_id", "client"]).doUpdateSet({ number }))
          .execute();
      put = true;
    });
    return put;
  }
}

/** Lets others be served. */
function others(): Promise<void> {
  return new Promise((done) => setImmediate(done));
}

/** Versions that stay whatever happened around them: those with a name, and those to which a file led. */
async function marked(db: Kysely<Tables>, id: string): Promise<ReadonlySet<number>> {
  const of = (table: "named_versions" | "imports") =>
    db.selectFrom(table).select("version").where("document_id", "=", id).execute();
  const [named, brought] = [await of("named_versions"), await of("imports")];
  return new Set([...named, ...brought].map(({ version }) => version));
}

/** The changes of each day, from one version that stays to the next; without those that are one already. */
function runsOf(rows: readonly Row[], stays: ReadonlySet<number>): Run[] {
  const runs: (Run & { readonly day: string; readonly count: number })[] = [];
  for (const { version, spans, created_at: at } of rows) {
    const day = new Date(at).toDateString();
    const last = runs.at(-1);
    if (last?.day === day && last.to === version - spans && !stays.has(last.to))
      runs[runs.length - 1] = { ...last, to: version, count: last.count + 1 };
    else runs.push({ from: version - spans, to: version, day, count: 1 });
  }
  return runs.filter(({ count }) => count > 1);
}

function lastNumbers(changes: readonly StoredChange[]): ReadonlyMap<string, number> {
  const numbers = new Map<string, number>();
  for (const { client, number } of changes)
    if (number > 0) numbers.set(client, Math.max(number, numbers.get(client) ?? 0));
  return numbers;
}
