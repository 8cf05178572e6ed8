import { Worker } from "node:worker_threads";
import { ApartFailure, thrownBy, type FromApart } from "@/core/apart";
import { errorOf } from "@/core/thrown";

/** What a thread may use, and how long it lives. Times are in milliseconds, memory in MB. */
export interface ThreadLimits {
  /** How long one order may take, in milliseconds; no limit if absent. */
  readonly time?: number;
  readonly memory?: number;
  readonly stack?: number;
  /** How long an idle thread waits for more work, in milliseconds. If absent, each order gets a thread of its own, which ends with it. */
  readonly idle?: number;
  /** What it prints is not shown. */
  readonly quiet?: true;
}

/** The message with which a thread ends an order. */
type LastWord<Answer> = Extract<FromApart<Answer>, { kind: "answer" | "failed" }>;

/** How one order is followed. */
export interface Running<News> {
  readonly signal?: AbortSignal | undefined;
  readonly onNews?: (news: News) => void;
}

/**
 * Threads that do one kind of work. An order rejects with the signal's reason where that is aborted, with an {@link ApartFailure} where a limit is met or
 * its thread ends, and else with what the work threw. Then and on an abort its thread is ended, whatever it does.
 */
export class Threads<Order, Answer, News = never> {
  private readonly workers = new Set<Worker>();
  private readonly idle = new Map<Worker, ReturnType<typeof setTimeout>>();

  /** `file` is the built thread's, `data` what each is started with. */
  constructor(
    private readonly file: string | URL,
    private readonly limits: ThreadLimits = {},
    private readonly data: unknown = undefined,
  ) {}

  async run(order: Order, { signal, onNews = () => {} }: Running<News> = {}): Promise<Answer> {
    signal?.throwIfAborted();
    const worker = this.take();
    let last: LastWord<Answer> | null = null;
    try {
      last = await this.lastWord(worker, order, onNews, signal);
    } finally {
      if (last && this.limits.idle !== undefined) this.keep(worker, this.limits.idle);
      else void worker.terminate();
    }
    if (last.kind === "answer") return last.answer;
    throw thrownBy(last);
  }

  /** Ends all threads; orders under way are rejected. */
  async close(): Promise<void> {
    await Promise.all([...this.workers].map((worker) => worker.terminate()));
  }

  /** Sends an order and waits for its answer, or for why it failed. */
  private async lastWord(
    worker: Worker,
    order: Order,
    onNews: (news: News) => void,
    signal: AbortSignal | undefined,
  ): Promise<LastWord<Answer>> {
    const over = new AbortController();
    try {
      return await new Promise((done, fail) => {
        const onMessage = (message: FromApart<Answer, News>) =>
          message.kind === "news" ? onNews(message.news) : done(message);
        const broken = (error: NodeJS.ErrnoException) =>
          fail(error.code === "ERR_WORKER_OUT_OF_MEMORY" ? new ApartFailure("memory") : error);
        const ended = () => fail(new ApartFailure("ended"));
        const { time } = this.limits;
        const timer = time === undefined ? undefined : setTimeout(() => fail(new ApartFailure("time")), time);
        const until = { once: true, signal: over.signal };
        signal?.addEventListener("abort", () => fail(errorOf(signal.reason)), until);
        worker.on("message", onMessage).on("error", broken).on("exit", ended);
        over.signal.addEventListener("abort", () => {
          clearTimeout(timer);
          worker.off("message", onMessage).off("error", broken).off("exit", ended);
        });
        worker.postMessage(order);
      });
    } finally {
      over.abort();
    }
  }

  private take(): Worker {
    const [waiting] = this.idle;
    if (waiting) {
      const [worker, ending] = waiting;
      clearTimeout(ending);
      this.idle.delete(worker);
      worker.ref();
      return worker;
    }
    const { memory, stack, quiet } = this.limits;
    const worker = new Worker(this.file, {
      workerData: this.data,
      resourceLimits: {
        ...(memory !== undefined && { maxOldGenerationSizeMb: memory }),
        ...(stack !== undefined && { stackSizeMb: stack }),
      },
      ...(quiet && { stdout: true, stderr: true }),
    });
    this.workers.add(worker);
    // What happens to one that is idle is nobody's fault who asked; its end takes it off the list.
    worker.on("error", () => {});
    worker.on("exit", () => {
      this.workers.delete(worker);
      this.idle.delete(worker);
    });
    return worker;
  }

  private keep(worker: Worker, idle: number): void {
    const ending = setTimeout(() => {
      this.idle.delete(worker);
      void worker.terminate();
    }, idle).unref();
    this.idle.set(worker, ending);
    // Who has nothing else to do does not wait for one that is kept.
    worker.unref();
  }
}
