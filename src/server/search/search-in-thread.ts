import { whyApart } from "@/core/apart";
import {
  isSoughtError,
  MOST_TIME,
  SoughtError,
  tookTooLong,
  type FoundDocument,
  type Sought,
} from "@/core/find";
import { Threads } from "@/threads";
import { Turns } from "@/core/apart";
import { ServerError } from "../errors";

/** So many search at the same time; each takes a thread. */
const MOST_AT_ONCE = 2;
const MOST_WAITING = 20;
/** A thread that has nothing to do for so many milliseconds is ended. */
const IDLE = 3_000;

/**
 * Searches the shelf in threads, so that nobody who writes waits for it. A search that takes too long, or for which nobody
 * waits any more, is ended with its thread. The others wait for their turn.
 */
export class SearchThreads {
  private readonly threads: Threads<Sought, FoundDocument[]>;
  private readonly turns = new Turns(
    MOST_AT_ONCE,
    MOST_WAITING,
    () => new ServerError(429, "busy", "Too many searches are running just now. Try again in a moment."),
  );

  /** `file` is the built thread's, `database` that of the database. */
  constructor(file: string, database: string) {
    this.threads = new Threads(file, { time: MOST_TIME, idle: IDLE }, database);
  }

  /** Rejects with a SoughtError that says in words what is wrong, and with the signal's reason where that is aborted. */
  find(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    return this.turns.take(() => this.run(sought, signal), signal);
  }

  /** Ends all threads; searches under way are rejected. */
  close(): Promise<void> {
    return this.threads.close();
  }

  private async run(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    try {
      return await this.threads.run(sought, { signal });
    } catch (error) {
      if (isSoughtError(error)) throw new SoughtError(error.message);
      throw whyApart(error) === "time" ? tookTooLong(sought) : error;
    }
  }
}
