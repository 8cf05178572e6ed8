import { existsSync, statSync } from "node:fs";
import Database from "better-sqlite3";

/**
 * The one connection to the database's file that writes. It can be opened again under whoever holds it: statements are prepared
 * on whatever is open at the moment.
 */
export class Connection {
  private sqlite: Database.Database;
  private wal: number | null;

  /** Throws what the driver throws where the file cannot be opened. */
  constructor(private readonly file: string) {
    this.sqlite = openFile(file);
    this.wal = this.walNumber();
  }

  prepare(sql: string): Database.Statement {
    return this.sqlite.prepare(sql);
  }

  pragma(source: string): unknown {
    return this.sqlite.pragma(source, { simple: true });
  }

  backup(file: string): Promise<Database.BackupMetadata> {
    return this.sqlite.backup(file);
  }

  get inTransaction(): boolean {
    return this.sqlite.inTransaction;
  }

  /**
   * Brings what lies in the -wal file into the database's own. `passive` waits for nobody; `truncate` empties the -wal as well, and
   * waits for those who read.
   */
  checkpoint(how: "passive" | "truncate"): void {
    this.sqlite.pragma(`wal_checkpoint(${how})`);
    this.wal ??= this.walNumber();
  }

  /** Whether the database's own file is no longer where it was opened. */
  get isGone(): boolean {
    return !existsSync(this.file);
  }

  /** Whether the -wal file that this connection writes into is no longer where others look for it. */
  get walIsGone(): boolean {
    return this.wal !== null && this.walNumber() !== this.wal;
  }

  /**
   * Saves what is in a -wal file that was removed: the open connection still reaches it, and brings all of it into the database's own
   * file. Then everything is opened again. Not while a transaction is under way.
   */
  rescue(): void {
    this.sqlite.pragma("wal_checkpoint(truncate)");
    this.sqlite.close();
    this.sqlite = openFile(this.file);
    this.wal = this.walNumber();
  }

  close(): void {
    this.sqlite.close();
  }

  /** What tells one file under that name from another; null where there is none. */
  private walNumber(): number | null {
    const wal = `${this.file}-wal`;
    return existsSync(wal) ? statSync(wal).ino : null;
  }
}

function openFile(file: string): Database.Database {
  const sqlite = new Database(file);
  // What is shown as kept has to be on disk: FULL makes SQLite wait for it at each commit.
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = FULL");
  sqlite.pragma("foreign_keys = ON");
  // Longer would keep everybody waiting: the browser tries again.
  sqlite.pragma("busy_timeout = 800");
  return sqlite;
}
