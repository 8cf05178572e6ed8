import { Worker } from "node:worker_threads";
import { LIMITS } from "@/core/formats";
import type { ReadingNews, ReadingOrder, ReadOutcome } from "./messages";

/**
 * Reads a file in a thread of its own, within the limits on time and memory of {@link LIMITS}. Never throws for what is
 * in the file: a thread that runs out of either gives an error that says so, and so does one that is ended by `signal`. `thread` is the
 * built thread's file.
 */
export function readInThread(
  thread: string | URL,
  order: ReadingOrder,
  onProgress: (done: number) => void = () => {},
  signal?: AbortSignal,
): Promise<ReadOutcome> {
  return new Promise((resolve) => {
    const worker = new Worker(thread, {
      workerData: order,
      resourceLimits: { maxOldGenerationSizeMb: LIMITS.memory, stackSizeMb: 4 },
    });
    const finish = (outcome: ReadOutcome) => {
      clearTimeout(timer);
      signal?.removeEventListener("abort", cancelled);
      void worker.terminate();
      resolve(outcome);
    };
    const fail = (reason: string) => finish({ ok: false, error: { file: order.name, reason, line: null } });
    const timer = setTimeout(
      () => fail(`The file takes longer than ${LIMITS.time / 1000} seconds to read, which is the limit.`),
      LIMITS.time,
    );
    const cancelled = () => fail("Reading was cancelled.");
    signal?.addEventListener("abort", cancelled);
    if (signal?.aborted) cancelled();
    worker.on("message", (news: ReadingNews) => {
      if (news.kind === "progress") onProgress(news.done);
      else finish(news.outcome);
    });
    worker.on("error", (error: NodeJS.ErrnoException) =>
      fail(
        error.code === "ERR_WORKER_OUT_OF_MEMORY"
          ? `The file needs more than ${LIMITS.memory} MB of memory to read, which is the limit.`
          : `The file could not be read: ${error.message}`,
      ),
    );
  });
}
