import { ApartFailure, thrownBy, type FromApart } from "@/core/apart";
import { errorOf } from "@/core/thrown";

/**
 * Has a worker of its own do one order, and ends it with that. Rejects with the signal's reason where that is aborted, with an {@link ApartFailure} where
 * it takes longer than `time` (milliseconds), and else with what the work threw. The same as the threads of the server, in a window.
 */
export function runInWorker<Order, Answer>(
  start: () => Worker,
  order: Order,
  { signal, time }: { readonly signal: AbortSignal; readonly time: number },
): Promise<Answer> {
  return new Promise<Answer>((done, fail) => {
    if (signal.aborted) return fail(errorOf(signal.reason));
    const worker = start();
    const end = () => {
      clearTimeout(timer);
      signal.removeEventListener("abort", cancelled);
      worker.terminate();
    };
    const failed = (error: Error) => {
      end();
      fail(error);
    };
    const cancelled = () => failed(errorOf(signal.reason));
    const timer = setTimeout(() => failed(new ApartFailure("time")), time);
    signal.addEventListener("abort", cancelled);
    worker.onmessage = ({ data }: MessageEvent<FromApart<Answer>>) => {
      if (data.kind === "failed") return failed(thrownBy(data));
      if (data.kind !== "answer") return;
      end();
      done(data.answer);
    };
    worker.onerror = (event) => failed(new Error(event.message));
    worker.postMessage(order);
  });
}
