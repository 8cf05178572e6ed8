import { Worker } from "node:worker_threads";
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
  private underWay = 0;
  private readonly waiting: (() => void)[] = [];

  /** `file` is the built thread's, `database` that of the database. */
  constructor(
    private readonly file: string,
    private readonly database: string,
  ) {}

  /** Rejects with a SoughtError that says in words what is wrong, and with the signal's reason where that is aborted. */
  async find(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    if (this.waiting.length >= MOST_WAITING)
      throw new SoughtError("Too many searches are running just now. Try again in a moment.");
    if (this.underWay >= MOST_AT_ONCE) await new Promise<void>((begin) => this.waiting.push(begin));
    else this.underWay++;
    try {
      signal?.throwIfAborted();
      return await this.run(sought, signal);
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.underWay--;
    }
  }

  private async run(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    const worker = this.takeWorker();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let abort: (() => void) | undefined;
    try {
      const answer = await new Promise<SearchAnswer>((done, fail) => {
        timer = setTimeout(() => fail(tookTooLong(sought)), MOST_TIME);
        abort = () => fail(signal!.reason as Error);
        signal?.addEventListener("abort", abort, { once: true });
        worker.once("message", done);
        worker.once("error", fail);
        worker.once("exit", () => fail(new Error("The search ended early.")));
        worker.postMessage(sought);
      });
      this.keepIdle(worker);
      if ("documents" in answer) return answer.documents;
      throw answer.ofSought ? new SoughtError(answer.fault) : new Error(answer.fault);
    } catch (error) {
      if (!this.idle.some((it) => it.worker === worker)) void worker.terminate();
      throw error;
    } finally {
      clearTimeout(timer);
      if (abort) signal?.removeEventListener("abort", abort);
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
    return worker;
  }

  private keepIdle(worker: Worker): void {
    worker.removeAllListeners("message").removeAllListeners("error").removeAllListeners("exit");
    const ending = setTimeout(() => {
      this.idle = this.idle.filter((it) => it.worker !== worker);
      void worker.terminate();
    }, IDLE).unref();
    // Whatever happens to it then is nobody's fault who asked.
    worker.on("error", () => {
      this.idle = this.idle.filter((it) => it.worker !== worker);
    });
    this.idle.push({ worker, ending });
  }
}
