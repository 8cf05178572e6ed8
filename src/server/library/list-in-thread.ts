import { Threads } from "@/threads";
import { Turns } from "@/core/apart";
import type { ListedDocument } from "./listed-rows";

/** A thread that has nothing to do for so many milliseconds is ended. */
const IDLE = 3_000;

/** Lists documents in a thread of its own, one after the other, which lives as long as there are some to list. */
export class ListingThread {
  private readonly threads: Threads<string, ListedDocument>;
  /** However many are asked for, they are listed; whoever asks waits for all of them. */
  private readonly turns = new Turns(1);

  /** `file` is the built thread's, `database` that of the database. */
  constructor(file: string, database: string) {
    this.threads = new Threads(file, { idle: IDLE }, database);
  }

  /** Lists a document; one at a time. Rejects where it cannot be read. */
  list(id: string): Promise<ListedDocument> {
    return this.turns.take(() => this.threads.run(id));
  }

  /** Ends the thread; what it was asked for is rejected. */
  close(): Promise<void> {
    return this.threads.close();
  }
}
