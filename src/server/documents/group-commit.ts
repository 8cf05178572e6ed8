import type { Kysely, Transaction } from "kysely";
import type { Tables } from "../storage/tables";

/** What is written as one piece: all of it or nothing. */
export type Writing = (transaction: Transaction<Tables>) => Promise<void>;

interface Waiting {
  readonly writing: Writing;
  readonly done: () => void;
  readonly failed: (error: unknown) => void;
}

/**
 * Writes to the database, several pieces in one transaction: waiting for the disk is what keeping costs, and it costs the
 * same for one step and for those of fifty authors that came meanwhile. A piece is done only when it is on disk.
 */
export class GroupCommit {
  private waiting: Waiting[] = [];
  private running = false;

  constructor(private readonly db: Kysely<Tables>) {}

  write(writing: Writing): Promise<void> {
    return new Promise((done, failed) => {
      this.waiting.push({ writing, done, failed });
      if (!this.running) void this.run();
    });
  }

  /** Resolves when nothing waits to be written. */
  async drained(): Promise<void> {
    while (this.running) await new Promise((resolve) => setTimeout(resolve, 5));
  }

  private async run(): Promise<void> {
    this.running = true;
    while (this.waiting.length > 0) {
      // Everything that has arrived by now comes along.
      await new Promise(setImmediate);
      const group = this.waiting;
      this.waiting = [];
      try {
        await this.db.transaction().execute(async (transaction) => {
          for (const { writing } of group) await writing(transaction);
        });
        for (const { done } of group) done();
      } catch (error) {
        if (group.length === 1) group[0]!.failed(error);
        else await this.oneByOne(group);
      }
    }
    this.running = false;
  }

  /** One piece that cannot be written must not take the others with it. */
  private async oneByOne(group: readonly Waiting[]): Promise<void> {
    for (const { writing, done, failed } of group)
      await this.db.transaction().execute(writing).then(done, failed);
  }
}
