import { whyApart, type ApartFault } from "@/core/apart";
import type { FileStage } from "@/core/collab";
import { errorOf } from "@/core/thrown";
import { Threads } from "./threads";

/** What became of a file that was to be made. */
type Outcome<Made> = Made | { readonly ok: false; readonly reason: string };

/** A file being made. */
export interface FileInMaking<Made> {
  readonly outcome: Promise<Outcome<Made>>;
  /** Ends it; the outcome says so. */
  cancel(): void;
}

/** More than this is no document but an accident. */
const MEMORY = 2_048;

const MESSAGES: Readonly<Record<Exclude<ApartFault, "time">, string>> = {
  memory: `needs more than ${MEMORY} MB of memory, which is the limit.`,
  ended: "could not be made: its thread ended.",
};

/**
 * Makes a file in a thread of its own. Never throws. `thread` is the built thread's file; `called` begins the sentences that say what went
 * wrong: “The PDF”.
 */
export function makeInThread<Order, Made extends { readonly ok: true }>(
  thread: string | URL,
  order: Order,
  called: string,
  onStage: (stage: FileStage) => void = () => {},
): FileInMaking<Made> {
  const abort = new AbortController();
  const threads = new Threads<Order, Outcome<Made>, FileStage>(thread, { memory: MEMORY });
  const outcome = threads.run(order, { signal: abort.signal, onNews: onStage }).catch((error: unknown) => {
    const why = whyApart(error);
    const reason = abort.signal.aborted
      ? `${called} was cancelled.`
      : why && why !== "time"
        ? `${called} ${MESSAGES[why]}`
        : `${called} could not be made: ${whyOf(errorOf(error))}`;
    return { ok: false as const, reason };
  });
  return { outcome, cancel: () => abort.abort() };
}

function whyOf({ code, message }: NodeJS.ErrnoException): string {
  return code === "ENOSPC" || code === "EDQUOT" ? "the server's disk is full." : message;
}
