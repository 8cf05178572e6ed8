import { whyApart, type ApartFault } from "@/core/apart";
import { LIMITS } from "@/core/formats";
import { messageOf } from "@/core/thrown";
import { Threads } from "../threads";
import type { ReadingOrder, ReadOutcome } from "./messages";

const MESSAGES: Readonly<Record<ApartFault, string>> = {
  time: `The file takes longer than ${LIMITS.time / 1000} seconds to read, which is the limit.`,
  memory: `The file needs more than ${LIMITS.memory} MB of memory to read, which is the limit.`,
  ended: "The file could not be read: its thread ended.",
};

/** A thread that has read a file waits so long for another, in milliseconds: what it starts with takes longer than to read most files. */
const IDLE = 30_000;

const threadsOf = new Map<string, Threads<ReadingOrder, ReadOutcome, number>>();

/** The threads that run a built file. */
function threadsRunning(file: string | URL): Threads<ReadingOrder, ReadOutcome, number> {
  let threads = threadsOf.get(String(file));
  if (!threads) {
    threads = new Threads(file, { time: LIMITS.time, memory: LIMITS.memory, stack: 4, idle: IDLE });
    threadsOf.set(String(file), threads);
  }
  return threads;
}

/**
 * Reads a file in a thread that reads no other meanwhile, within the limits on time and memory of {@link LIMITS}. Never throws for what is
 * in the file: a thread that runs out of either gives an error that says so, and so does one that is ended by `signal`. `thread` is the
 * built thread's file.
 */
export async function readInThread(
  thread: string | URL,
  order: ReadingOrder,
  onProgress: (done: number) => void = () => {},
  signal?: AbortSignal,
): Promise<ReadOutcome> {
  try {
    return await threadsRunning(thread).run(order, { signal, onNews: onProgress });
  } catch (error) {
    const why = whyApart(error);
    const reason = signal?.aborted
      ? "Reading was cancelled."
      : why
        ? MESSAGES[why]
        : `The file could not be read: ${messageOf(error)}`;
    return { ok: false, error: { file: order.name, reason, line: null } };
  }
}
