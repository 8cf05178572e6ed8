import { Worker } from "node:worker_threads";
import { Turns } from "../turns";
import { MOST_TIME, SoughtError, tookTooLong, type FoundDocument, type Sought } from "@/core/find";

/** What the thread answers. */
export type SearchAnswer =
  { readonly documents: FoundDocument[] } | { readonly fault: string; readonly ofSought: boolean };

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
  private idle: { readonly worker: Worker; readonly ending: ReturnType<typeof setTimeout> }[] = [];
  private readonly workers = new Set<Worker>();
  private readonly turns = new Turns(
    MOST_AT_ONCE,
    MOST_WAITING,
    "Too many searches are running just now. Try again in a moment.",
  );

  /** `file` is the built thread's, `database` that of the database. */
  constructor(
    private readonly file: string,
    private readonly database: string,
  ) {}

  /** Rejects with a SoughtError that says in words what is wrong, and with the signal's reason where that is aborted. */
  find(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    return this.turns.take(() => this.run(sought, signal), signal);
  }

  /** Ends all threads; searches under way are rejected. */
  async close(): Promise<void> {
    await Promise.all([...this.workers].map((worker) => worker.terminate()));
  }

  private async run(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    const worker = this.takeWorker();
    const over = new AbortController();
    const until = { once: true, signal: over.signal };
    try {
      const answer = await new Promise<SearchAnswer>((done, fail) => {
        const ended = () => fail(new Error("The search ended early."));
        const timer = setTimeout(() => fail(tookTooLong(sought)), MOST_TIME);
        signal?.addEventListener("abort", () => fail(signal.reason as Error), until);
        worker.on("message", done).on("error", fail).on("exit", ended);
        over.signal.addEventListener("abort", () => {
          clearTimeout(timer);
          worker.off("message", done).off("error", fail).off("exit", ended);
        });
        worker.postMessage(sought);
      });
      this.keepIdle(worker);
      if ("documents" in answer) return answer.documents;
      throw answer.ofSought ? new SoughtError(answer.fault) : new Error(answer.fault);
    } catch (error) {
      if (!this.idle.some((it) => it.worker === worker)) void worker.terminate();
      throw error;
    } finally {
      over.abort();
    }
  }

  private takeWorker(): Worker {
    const idle = this.idle.pop();
    if (idle) {
      clearTimeout(idle.ending);
      return idle.worker;
    }
    const worker = new Worker(this.file, { workerData: this.database });
    // A server that ends does not wait for it; said before it runs, that would not hold.
    worker.on("online", () => worker.unref());
    this.workers.add(worker);
    // What happens to one that is idle is nobody's fault who asked; its end takes it off the list.
    worker.on("error", () => {});
    worker.on("exit", () => {
      this.workers.delete(worker);
      this.idle = this.idle.filter((it) => it.worker !== worker);
    });
    return worker;
  }

  private keepIdle(worker: Worker): void {
    const ending = setTimeout(() => {
      this.idle = this.idle.filter((it) => it.worker !== worker);
      void worker.terminate();
    }, IDLE).unref();
    this.idle.push({ worker, ending });
  }
}
