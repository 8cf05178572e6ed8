import { MOST_TIME, SoughtError, tookTooLong, type Found, type ToFind } from "@/core/find";

/**
 * Finds in a worker, which is ended when it takes too long or is no longer wanted. Rejects with a SoughtError that says in words
 * what is wrong.
 */
export function findApart(ask: ToFind, signal: AbortSignal): Promise<readonly number[]> {
  return new Promise((done, fail) => {
    const worker = new Worker(new URL("./find.worker.ts", import.meta.url), { type: "module" });
    const end = () => {
      clearTimeout(timer);
      worker.terminate();
    };
    const timer = setTimeout(() => {
      end();
      fail(tookTooLong());
    }, MOST_TIME);
    signal.addEventListener("abort", end);
    worker.onmessage = ({ data }: MessageEvent<Found>) => {
      end();
      if ("fault" in data) fail(new SoughtError(data.fault));
      else done(data.stretches);
    };
    worker.onerror = (event) => {
      end();
      fail(new Error(event.message));
    };
    worker.postMessage(ask);
  });
}
