import { accessSync, constants, existsSync, mkdirSync } from "node:fs";
import path from "node:path";
import Database from "better-sqlite3";
import { Kysely, Migrator, SqliteDialect } from "kysely";
import { MIGRATIONS } from "./migrations";
import type { Tables } from "./tables";

/** The database's file in a data folder. */
export const DATABASE = "gate-rope.sqlite";

/** Why the database cannot be opened, in one line. Nothing has been changed. */
export class DatabaseError extends Error {}

/**
 * Opens the database in a data folder, making both where they are missing, and brings it to this version.
 * Throws a {@link DatabaseError} when the folder cannot be written or the database is from a newer version.
 */
export async function openDatabase(folder: string): Promise<Kysely<Tables>> {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
  } catch {
    throw new DatabaseError(
      `The data folder ${folder} cannot be written. Set GATE_ROPE_DATA to one that can.`,
    );
  }
  const file = path.join(/* turbopackIgnore: true */ folder, DATABASE);
  const sqlite = openFile(file);
  const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) });
  try {
    refuseNewer(sqlite, file);
    await keepBeforeMigration(sqlite, folder);
    const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(MIGRATIONS) } });
    const { error } = await migrator.migrateToLatest();
    if (error)
      throw new DatabaseError(
        `The database ${file} could not be brought to this version: ${messageOf(error)}`,
      );
    return db;
  } catch (error) {
    await db.destroy();
    throw error;
  }
}

/** One folder after the other: Node's own recursive way never returns where a file system refuses in an odd manner. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  makeFolder(path.dirname(folder));
  mkdirSync(folder);
}

function openFile(file: string): Database.Database {
  try {
    const sqlite = new Database(file);
    // What is shown as kept has to be on disk: FULL makes SQLite wait for it at each commit.
    sqlite.pragma("journal_mode = WAL");
    sqlite.pragma("synchronous = FULL");
    sqlite.pragma("foreign_keys = ON");
    // Longer would keep everybody waiting: the browser tries again.
    sqlite.pragma("busy_timeout = 800");
    return sqlite;
  } catch (error) {
    throw new DatabaseError(`The database ${file} cannot be opened: ${messageOf(error)}.`);
  }
}

/** A newer Gate Rope may have changed what this one does not know; working on would damage it. */
function refuseNewer(sqlite: Database.Database, file: string): void {
  const known = sqlite.prepare("select name from sqlite_master where name = 'kysely_migration'").get();
  if (!known) return;
  const done = sqlite.prepare("select name from kysely_migration").all() as { name: string }[];
  const unknown = done.find(({ name }) => !(name in MIGRATIONS));
  if (unknown)
    throw new DatabaseError(
      `The database ${file} is from a newer version of Gate Rope (“${unknown.name}”). Nothing was changed.`,
    );
}

/** A database that is to be changed in its shape is copied first; the copy stays in the data folder. */
async function keepBeforeMigration(sqlite: Database.Database, folder: string): Promise<void> {
  const known = sqlite.prepare("select name from sqlite_master where name = 'kysely_migration'").get();
  if (!known) return;
  const done = new Set(sqlite.prepare("select name from kysely_migration").pluck().all());
  const next = Object.keys(MIGRATIONS).find((name) => !done.has(name));
  if (!next) return;
  const stamp = new Date().toISOString().replace(/[:.]/g, "-");
  const copy = path.join(/* turbopackIgnore: true */ folder, `before-${next}-${stamp}.sqlite`);
  try {
    await sqlite.backup(copy);
  } catch (error) {
    throw new DatabaseError(
      `The database was not brought to this version, since a copy of it could not be written to ${copy}: ${messageOf(error)}. Nothing was changed.`,
    );
  }
}

function messageOf(error: unknown): string {
  // Not told by its class: the driver's errors may come from where another copy of it was loaded.
  return (error as { message?: string }).message ?? String(error);
}
