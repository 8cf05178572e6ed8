import type { AcceptedMark } from "./accepted-mark";
import type { OpenedDatabase } from "./database";
import { messageOf } from "@/core/thrown";

/** How often to check that the -wal file is still there, in milliseconds. */
const LOOKED = 1_000;
/** How long after the last commit everything is moved into the database file itself. */
const IDLE = 1_500;

/**
 * Keeps watch over an open database: notes beside it what was accepted, brings its -wal file in when nobody writes and at the end, and
 * saves what lies in one that somebody removes.
 */
export class Keeper {
  /** What people have to know of the state of the database, in sentences. */
  readonly troubles: string[] = [];
  private idle: ReturnType<typeof setTimeout> | null = null;
  private readonly watch: ReturnType<typeof setInterval>;
  private rescuing = false;

  constructor(
    private readonly opened: OpenedDatabase,
    private readonly mark: AcceptedMark,
    /** Ends whatever else reads the database in this process. */
    private readonly endReaders: () => Promise<void>,
  ) {
    if (opened.damage)
      this.warn(
        `The database is damaged (${opened.damage.split("\n")[0]!.slice(0, 200)}). Some documents may not open; restore a backup.`,
      );
    this.watch = setInterval(() => void this.look(), LOOKED);
    this.watch.unref();
  }

  /** To be called when a version of a document is on disk. */
  committed(id: string, version: number): void {
    this.mark.note(id, version);
    if (this.idle) clearTimeout(this.idle);
    this.idle = setTimeout(() => this.checkpoint("passive"), IDLE);
    this.idle.unref();
  }

  /** To be called before documents are let go of for good. */
  lettingGo(ids: readonly string[]): void {
    this.mark.letGo(ids);
  }

  async close(): Promise<void> {
    clearInterval(this.watch);
    if (this.idle) clearTimeout(this.idle);
    await this.endReaders();
    this.mark.flush();
    this.checkpoint("truncate");
    await this.opened.db.destroy();
  }

  private checkpoint(how: "passive" | "truncate"): void {
    try {
      this.opened.connection.checkpoint(how);
    } catch (error) {
      // All of it is in the -wal file still.
      console.error(`gate-rope: the -wal file could not be merged now: ${messageOf(error)}`);
    }
  }

  private async look(): Promise<void> {
    if (this.rescuing || !this.opened.connection.walIsGone) return;
    if (this.opened.connection.isGone) {
      // There is nothing to save it into; the open connection still reaches all of it.
      clearInterval(this.watch);
      this.troubles.push(
        "The database's file was removed while the server runs. Copy your texts before you stop it.",
      );
      return;
    }
    this.rescuing = true;
    try {
      await this.endReaders();
      // Between transactions: one at a time holds the connection.
      await this.opened.db.connection().execute(() => {
        this.opened.connection.rescue();
        return Promise.resolve();
      });
      this.warn(
        "A file of the database (the one that ends in -wal) was removed while the server ran. Everything that was accepted has been saved.",
      );
    } catch (error) {
      this.warn(
        `A file of the database (the one that ends in -wal) was removed while the server runs, and what it held could not be saved: ${messageOf(error)}. Copy your texts before you stop it.`,
      );
    } finally {
      this.rescuing = false;
    }
  }

  private warn(text: string): void {
    if (this.troubles.includes(text)) return;
    this.troubles.push(text);
    console.error(`gate-rope: ${text}`);
  }
}
