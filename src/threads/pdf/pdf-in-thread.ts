import { whyApart, type ApartFault } from "@/core/apart";
import type { PdfStage } from "@/core/collab";
import { errorOf } from "@/core/thrown";
import { Threads } from "../threads";
import type { PdfOrder, PdfOutcome } from "./messages";

/** A PDF being made. */
export interface PdfInMaking {
  readonly outcome: Promise<PdfOutcome>;
  /** Ends it; the outcome says so. */
  cancel(): void;
}

/** More than this is no document but an accident. */
const MEMORY = 2_048;

const MESSAGES: Readonly<Record<Exclude<ApartFault, "time">, string>> = {
  memory: `The PDF needs more than ${MEMORY} MB of memory, which is the limit.`,
  ended: "The PDF could not be made: its thread ended.",
};

/** Writes a PDF in a thread of its own and reads it back. Never throws. `thread` is the built thread's file. */
export function pdfInThread(
  thread: string | URL,
  order: PdfOrder,
  onStage: (stage: PdfStage) => void = () => {},
): PdfInMaking {
  const abort = new AbortController();
  const threads = new Threads<PdfOrder, PdfOutcome, PdfStage>(thread, { memory: MEMORY });
  const outcome = threads.run(order, { signal: abort.signal, onNews: onStage }).catch((error: unknown) => {
    const why = whyApart(error);
    const reason = abort.signal.aborted
      ? "The PDF was cancelled."
      : why && why !== "time"
        ? MESSAGES[why]
        : `The PDF could not be made: ${whyOf(errorOf(error))}`;
    return { ok: false as const, reason };
  });
  return { outcome, cancel: () => abort.abort() };
}

function whyOf({ code, message }: NodeJS.ErrnoException): string {
  return code === "ENOSPC" || code === "EDQUOT" ? "the server's disk is full." : message;
}
