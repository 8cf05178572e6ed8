import { Worker } from "node:worker_threads";
import { MOST_TIME, SoughtError, tookTooLong, type Found, type ToFind } from "@/core/find";

/** So many may be looked for at the same time; each takes a thread. */
const MOST_AT_ONCE = 2;
let underWay = 0;

/**
 * Finds in a thread of its own, which is ended when it takes too long. Rejects with a SoughtError that says in words what is
 * wrong. `thread` is the built thread's file.
 */
export async function findInThread(thread: string, ask: ToFind): Promise<readonly number[]> {
  if (underWay >= MOST_AT_ONCE)
    throw new SoughtError("Other expressions are being looked for just now. Try again in a moment.");
  underWay++;
  const worker = new Worker(thread, { workerData: ask });
  try {
    return await new Promise<readonly number[]>((done, fail) => {
      setTimeout(() => fail(tookTooLong()), MOST_TIME).unref();
      worker.on("message", (found: Found) => {
        if ("fault" in found) fail(new SoughtError(found.fault));
        else done(found.stretches);
      });
      worker.on("error", fail);
    });
  } finally {
    underWay--;
    void worker.terminate();
  }
}
