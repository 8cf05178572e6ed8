import { whyApart } from "@/core/apart";
import { isSoughtError, MAX_MS, SoughtError, tookTooLong, type ToFind } from "@/core/find";
import { runInWorker } from "../workers/run-in-worker";

const start = () => new Worker(new URL("./find.worker.ts", import.meta.url), { type: "module" });

/**
 * Finds in a worker, which is ended when it takes too long or is no longer wanted. Rejects with a SoughtError that says in words
 * what is wrong.
 */
export async function findApart(ask: ToFind, signal: AbortSignal): Promise<readonly number[]> {
  try {
    return await runInWorker<ToFind, readonly number[]>(start, ask, { signal, time: MAX_MS });
  } catch (error) {
    if (isSoughtError(error)) throw new SoughtError(error.message);
    throw whyApart(error) === "time" ? tookTooLong() : error;
  }
}
