import { Worker } from "node:worker_threads";
import type { ListedDocument } from "./listed-rows";

/** What the thread answers for a document. */
export type ListingAnswer =
  ({ readonly id: string } & ListedDocument) | { readonly id: string; readonly fault: string };

interface Asked {
  readonly done: (listed: ListedDocument) => void;
  readonly fail: (error: Error) => void;
}

/** A thread that has nothing to do for so many milliseconds is ended. */
const IDLE = 3_000;

/** Lists documents in a thread of its own, which lives as long as there are some to list. */
export class ListingThread {
  private worker: Worker | null = null;
  private readonly asked = new Map<string, Asked>();
  private ending: ReturnType<typeof setTimeout> | null = null;

  /** `file` is the built thread's, `database` that of the database. */
  constructor(
    private readonly file: string,
    private readonly database: string,
  ) {}

  /** Lists a document; one at a time. Rejects where it cannot be read. */
  list(id: string): Promise<ListedDocument> {
    if (this.ending) clearTimeout(this.ending);
    return new Promise<ListedDocument>((done, fail) => {
      this.asked.set(id, { done, fail });
      (this.worker ??= this.start()).postMessage(id);
    }).finally(() => {
      this.ending = setTimeout(() => this.end(), IDLE).unref();
    });
  }

  private start(): Worker {
    const worker = new Worker(this.file, { workerData: this.database });
    // A server that ends does not wait for it; said before it runs, that would not hold.
    worker.on("online", () => worker.unref());
    worker.on("message", (answer: ListingAnswer) => {
      const asked = this.asked.get(answer.id);
      this.asked.delete(answer.id);
      if ("fault" in answer) asked?.fail(new Error(answer.fault));
      else asked?.done(answer);
    });
    worker.on("error", (error) => this.lost(worker, error));
    worker.on("exit", () => this.lost(worker, new Error("The thread ended.")));
    return worker;
  }

  private lost(worker: Worker, error: Error): void {
    if (this.worker !== worker) return;
    this.worker = null;
    for (const { fail } of this.asked.values()) fail(error);
    this.asked.clear();
  }

  /** Ends the thread; what it was asked for is rejected. */
  async close(): Promise<void> {
    const { worker } = this;
    if (!worker) return;
    this.lost(worker, new Error("The thread was ended."));
    await worker.terminate();
  }

  private end(): void {
    const { worker } = this;
    this.worker = null;
    void worker?.terminate();
  }
}
