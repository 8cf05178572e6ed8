import type { Kysely } from "kysely";
import type { HistoryEntry } from "@/core/collab";
import { reportsOf } from "./imports";
import type { Tables } from "../storage/tables";

/** A pause after which a person's work counts as something new, in milliseconds. */
const PAUSE = 5 * 60_000;

/** What happened to a document, and for how many days single changes are kept; null for always. */
export interface DocumentHistory {
  readonly entries: HistoryEntry[];
  readonly keptDays: number | null;
}

/** The history of a document, the newest first: stretches of work by one person, cut at pauses, at named versions and where a file was imported. */
export async function historyOf(db: Kysely<Tables>, id: string): Promise<DocumentHistory> {
  const created = await db
    .selectFrom("documents")
    .select(["created_at", "kept_days"])
    .where("id", "=", id)
    .executeTakeFirstOrThrow();
  const named = await db
    .selectFrom("named_versions")
    .select(["version", "name"])
    .where("document_id", "=", id)
    .execute();
  const names = new Map(named.map(({ version, name }) => [version, name]));
  const reports = await reportsOf(db, id);
  const steps = await db
    .selectFrom("steps")
    .select(["version", "spans", "author", "added", "removed", "created_at"])
    .where("document_id", "=", id)
    .orderBy("version")
    .execute();
  const first = { author: null, changes: 0, added: 0, removed: 0 };
  const entries: HistoryEntry[] = [
    {
      ...first,
      version: 0,
      from: 0,
      name: names.get(0) ?? null,
      at: created.created_at,
      report: reports.get(0),
    },
  ];
  for (const { version, spans, author, added, removed, created_at: at } of steps) {
    const last = entries.at(-1)!;
    const goesOn =
      last.version > 0 &&
      last.name === null &&
      !last.report &&
      last.author === author &&
      at - last.at < PAUSE;
    const base = goesOn ? last : { ...first, from: last.version };
    const entry = {
      version,
      from: base.from,
      name: names.get(version) ?? null,
      author,
      at,
      changes: base.changes + spans,
      added: base.added + added,
      removed: base.removed + removed,
      report: reports.get(version),
    };
    if (goesOn) entries[entries.length - 1] = entry;
    else entries.push(entry);
  }
  return { entries: entries.reverse(), keptDays: created.kept_days };
}

/** Gives a version a name, or takes it away with null. */
export async function nameVersion(
  db: Kysely<Tables>,
  id: string,
  version: number,
  name: string | null,
): Promise<void> {
  await db
    .deleteFrom("named_versions")
    .where("document_id", "=", id)
    .where("version", "=", version)
    .execute();
  if (name !== null)
    await db
      .insertInto("named_versions")
      .values({ document_id: id, version, name, created_at: Date.now() })
      .execute();
}
