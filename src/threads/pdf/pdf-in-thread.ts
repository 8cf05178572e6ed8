import type { FileStage } from "@/core/collab";
import { makeInThread, type FileInMaking } from "../make-in-thread";
import type { MadePdf, PdfOrder } from "./messages";

/** A PDF being made. */
export type PdfInMaking = FileInMaking<MadePdf>;

/** Writes a PDF in a thread of its own and reads it back. Never throws. `thread` is the built thread's file. */
export function pdfInThread(
  thread: string | URL,
  order: PdfOrder,
  onStage: (stage: FileStage) => void = () => {},
): PdfInMaking {
  return makeInThread(thread, order, "The PDF", onStage);
}
