import type { PdfOptions } from "@/core/formats/pdf/options";
import type { Session } from "@/editor";
import { ask } from "@/contract/ask";
import * as pdf from "@/contract/pdf";
import type { FileJob } from "@/core/collab";

/** What of a PDF's options is chosen; the rest is as usual. */
export type ChosenPdf = Partial<PdfOptions>;

const BETWEEN_LOOKS = 350;

/** A PDF that the server makes for this window: its document, and the id to ask about it. */
export interface MakingPdf {
  readonly id: string;
  readonly job: string;
}

/** Has a PDF made of all that is kept; throws a sentence where that cannot begin. */
export async function beginPdf(session: Session, options: ChosenPdf): Promise<MakingPdf> {
  session.publish();
  try {
    await session.sync.whenKept();
  } catch {
    throw new Error("Not all of your text is saved yet, so no PDF was made. Try again in a moment.");
  }
  const { id } = session;
  return { id, ...(await ask(pdf.beginPdf, { id, body: options })) };
}

/** Tells how far it is until it is made or has failed; ends without a word when `signal` is aborted. */
export async function followPdf(
  making: MakingPdf,
  onState: (state: FileJob["state"]) => void,
  signal: AbortSignal,
): Promise<void> {
  while (!signal.aborted) {
    const { state } = await ask(pdf.getPdf, making, { signal });
    onState(state);
    if (state.kind !== "making") return;
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_LOOKS));
  }
}

export async function cancelPdf(making: MakingPdf): Promise<void> {
  await ask(pdf.cancelPdf, making);
}
