import { SoughtError, type Sought } from "@/core/find";

/** What a thread is asked to find. */
export interface ToFind {
  readonly texts: readonly string[];
  readonly sought: Sought;
}

/** What it found, text by text, or why what is sought cannot be understood. */
export type Found = { readonly stretches: readonly number[] } | { readonly fault: string };

/** An expression may take so long, in milliseconds; then it is given up. */
const MOST_TIME = 3_000;

/**
 * Finds in a thread of its own, which is ended when it takes too long or is no longer wanted: an expression can take longer
 * than anybody lives. Rejects with a SoughtError that says in words what is wrong.
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
      fail(
        new SoughtError("It takes too long. Repetitions inside of repetitions, such as (a+)+, never end."),
      );
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
