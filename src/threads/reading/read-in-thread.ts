import { whyApart, type ApartFault } from "@/core/apart";
import { LIMITS } from "@/core/formats";
import { Threads } from "../threads";
import type { ReadingOrder, ReadOutcome } from "./messages";

const SAID: Readonly<Record<ApartFault, string>> = {
  time: `The file takes longer than ${LIMITS.time / 1000} seconds to read, which is the limit.`,
  memory: `The file needs more than ${LIMITS.memory} MB of memory to read, which is the limit.`,
  ended: "The file could not be read: its thread ended.",
};

/**
 * Reads a file in a thread of its own, within the limits on time and memory of {@link LIMITS}. Never throws for what is
 * in the file: a thread that runs out of either gives an error that says so, and so does one that is ended by `signal`. `thread` is the
 * built thread's file.
 */
export async function readInThread(
  thread: string | URL,
  order: ReadingOrder,
  onProgress: (done: number) => void = () => {},
  signal?: AbortSignal,
): Promise<ReadOutcome> {
  const limits = { time: LIMITS.time, memory: LIMITS.memory, stack: 4 };
  try {
    const threads = new Threads<ReadingOrder, ReadOutcome, number>(thread, limits);
    return await threads.run(order, { signal, onNews: onProgress });
  } catch (error) {
    const why = whyApart(error);
    const reason = signal?.aborted
      ? "Reading was cancelled."
      : why
        ? SAID[why]
        : `The file could not be read: ${(error as Error).message}`;
    return { ok: false, error: { file: order.name, reason, line: null } };
  }
}
