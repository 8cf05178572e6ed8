import { accessSync, constants, existsSync, mkdirSync } from "node:fs";
import path from "node:path";
import { Kysely, Migrator, SqliteDialect, SqliteDriver, type DatabaseConnection } from "kysely";
import { Connection } from "./connection";
import { messageOf } from "@/core/thrown";
import { MIGRATIONS } from "./migrations";
import type { Tables } from "./tables";

/** The database's file in a data folder. */
export const DATABASE = "gate-rope.sqlite";

/** Why the database cannot be opened, in one line. Nothing has been changed. */
export class DatabaseError extends Error {}

/** A database that is open: questions are asked of `db`, `connection` is the file below. */
export interface OpenedDatabase {
  readonly db: Kysely<Tables>;
  readonly connection: Connection;
  /** What SQLite's quick check found in the file, in its words; null where all is well. */
  readonly damage: string | null;
}

/**
 * Opens the database in a data folder, making both where they are missing, and brings it to this version.
 * Throws a {@link DatabaseError} when the folder cannot be written or the database is from a newer version.
 */
export async function openDatabase(folder: string): Promise<OpenedDatabase> {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
  } catch {
    throw new DatabaseError(
      `The data folder ${folder} cannot be written. Set GATE_ROPE_DATA to one that can.`,
    );
  }
  const file = path.join(/* turbopackIgnore: true */ folder, DATABASE);
  const connection = openFile(file);
  const db = new Kysely<Tables>({ dialect: new Dialect({ database: connection }) });
  try {
    refuseNewer(connection, file);
    await keepBeforeMigration(connection, folder);
    const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(MIGRATIONS) } });
    const { error } = await migrator.migrateToLatest();
    if (error)
      throw new DatabaseError(
        `The database ${file} could not be brought to this version: ${messageOf(error)}`,
      );
    const state: unknown = connection.pragma("quick_check(1)");
    return { db, connection, damage: state === "ok" ? null : String(state) };
  } catch (error) {
    await db.destroy();
    throw error;
  }
}

class Dialect extends SqliteDialect {
  constructor(private readonly config: { readonly database: Connection }) {
    super(config);
  }

  override createDriver() {
    return new Driver(this.config);
  }
}

/**
 * A transaction ends with the error that broke it. When a disk is full SQLite rolls back by itself, and the roll-back that
 * follows fails with an error of its own that says nothing.
 */
class Driver extends SqliteDriver {
  constructor(private readonly own: { readonly database: Connection }) {
    super(own);
  }

  override async rollbackTransaction(connection: DatabaseConnection): Promise<void> {
    if (this.own.database.inTransaction) await super.rollbackTransaction(connection);
  }
}

/** One folder after the other: Node's own recursive way never returns where a file system refuses in an odd manner. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  makeFolder(path.dirname(folder));
  mkdirSync(folder);
}

function openFile(file: string): Connection {
  try {
    const connection = new Connection(file);
    // A server that was killed left its newest work in the -wal file alone.
    connection.checkpoint("truncate");
    return connection;
  } catch (error) {
    throw new DatabaseError(`The database ${file} cannot be opened: ${messageOf(error)}.`);
  }
}

/** A newer Gate Rope may have changed what this one does not know; working on would damage it. */
function refuseNewer(sqlite: Connection, file: string): void {
  const known = sqlite.prepare("select name from sqlite_master where name = 'kysely_migration'").get();
  if (!known) return;
  const done = sqlite.prepare("select name from kysely_migration").all() as { name: string }[];
  const unknown = done.find(({ name }) => !(name in MIGRATIONS));
  if (unknown)
    throw new DatabaseError(
      `The database ${file} is from a newer version of Gate Rope (“${unknown.name}”). Nothing was changed.`,
    );
}

/** A database is copied before its schema changes; the copy stays in the data folder. */
async function keepBeforeMigration(sqlite: Connection, folder: string): Promise<void> {
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
