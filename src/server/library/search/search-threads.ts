import { Turns, whyApart } from "@/core/apart";
import {
  isSoughtError,
  MAX_MS,
  SoughtError,
  tookTooLong,
  type FoundDocument,
  type Sought,
} from "@/core/find";
import { Threads } from "@/threads";
import { ServerError } from "../../http/errors";

/** What a search thread is started with: the documents' database, which it only reads, and that of the search index. */
export interface SearchFiles {
  readonly database: string;
  readonly index: string;
}

export type SearchOrder = { readonly kind: "update" } | { readonly kind: "find"; readonly sought: Sought };

export type SearchAnswer =
  | { readonly kind: "updated"; readonly unreadable: readonly string[] }
  | { readonly kind: "found"; readonly documents: FoundDocument[] };

/** This many searches run at the same time, each in a thread. */
const MAX_SEARCHES = 2;
const MAX_WAITING = 20;
/** A thread without work ends after this long, in milliseconds. */
const IDLE_MS = 3_000;

/**
 * Searches all documents in threads, so that nobody who writes has to wait. A search that takes too long, or whose caller has gone, ends
 * with its thread; the others wait for their turn. The index is updated in a thread without a time limit, one update at a time.
 */
export class SearchThreads {
  private readonly searching: Threads<SearchOrder, SearchAnswer>;
  private readonly indexing: Threads<SearchOrder, SearchAnswer>;
  private readonly searches = new Turns(
    MAX_SEARCHES,
    MAX_WAITING,
    () => new ServerError(429, "busy", "Too many searches are running just now. Try again in a moment."),
  );
  private readonly updates = new Turns(1);

  /** `file` is the built thread's. */
  constructor(file: string, files: SearchFiles) {
    this.searching = new Threads(file, { time: MAX_MS, idle: IDLE_MS }, files);
    this.indexing = new Threads(file, { idle: IDLE_MS }, files);
  }

  /** Brings the index up to date; answers the ids of documents that could not be read. */
  async update(): Promise<readonly string[]> {
    const answer = await this.updates.take(() => this.indexing.run({ kind: "update" }));
    return answer.kind === "updated" ? answer.unreadable : [];
  }

  /** Rejects with a SoughtError that says what is wrong, and with the signal's reason if that is aborted. */
  find(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    return this.searches.take(() => this.run(sought, signal), signal);
  }

  /** Ends all threads; searches under way are rejected. */
  async close(): Promise<void> {
    await Promise.all([this.searching.close(), this.indexing.close()]);
  }

  private async run(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    try {
      const answer = await this.searching.run({ kind: "find", sought }, { signal });
      return answer.kind === "found" ? answer.documents : [];
    } catch (error) {
      if (isSoughtError(error)) throw new SoughtError(error.message);
      throw whyApart(error) === "time" ? tookTooLong(sought) : error;
    }
  }
}
