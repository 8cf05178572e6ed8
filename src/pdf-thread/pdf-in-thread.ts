import { Worker } from "node:worker_threads";
import type { PdfStage } from "@/core/exchange";
import type { PdfNews, PdfOrder, PdfOutcome } from "./messages";

/** A PDF being made. */
export interface PdfInMaking {
  readonly outcome: Promise<PdfOutcome>;
  /** Ends it; the outcome says so. */
  cancel(): void;
}

/** More than this is no document but an accident. */
const MEMORY = 2_048;

/** Writes a PDF in a thread of its own and reads it back. Never throws. `thread` is the built thread's file. */
export function pdfInThread(
  thread: string | URL,
  order: PdfOrder,
  onStage: (stage: PdfStage) => void = () => {},
): PdfInMaking {
  let cancel = () => {};
  const outcome = new Promise<PdfOutcome>((resolve) => {
    const worker = new Worker(thread, {
      workerData: order,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    const finish = (result: PdfOutcome) => {
      void worker.terminate();
      resolve(result);
    };
    cancel = () => finish({ ok: false, reason: "Making the PDF was cancelled." });
    worker.on("message", (news: PdfNews) => {
      if (news.kind === "stage") onStage(news);
      else finish(news.outcome);
    });
    worker.on("error", (error: NodeJS.ErrnoException) =>
      finish({
        ok: false,
        reason:
          error.code === "ERR_WORKER_OUT_OF_MEMORY"
            ? `The PDF needs more than ${MEMORY} MB of memory, which is the limit.`
            : `The PDF could not be made: ${error.message}`,
      }),
    );
    worker.on("exit", () => finish({ ok: false, reason: "The PDF could not be made: its thread ended." }));
  });
  return { outcome, cancel: () => cancel() };
}
