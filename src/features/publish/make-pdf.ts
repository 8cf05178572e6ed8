import type { PdfOptions } from "@/core/formats/pdf/options";
import type { Session } from "@/editor";
import { pdfJob, type PdfJob } from "@/core/exchange";

/** What of a PDF's options is chosen; the rest is as usual. */
export type ChosenPdf = Partial<PdfOptions>;

const BETWEEN_LOOKS = 350;

/** A PDF that the server makes for this window. */
export interface MakingPdf {
  readonly address: string;
}

/** Has a PDF made of all that is kept; throws a sentence where that cannot begin. */
export async function beginPdf(session: Session, options: ChosenPdf): Promise<MakingPdf> {
  session.publish();
  try {
    await session.whenKept();
  } catch {
    throw new Error("Not all of your text is kept yet, so no PDF was made. Try again when it is.");
  }
  const response = await asked(`/api/documents/${session.id}/pdf`, {
    method: "POST",
    body: JSON.stringify(options),
  });
  const { job } = (await response.json()) as { job: string };
  return { address: `/api/documents/${session.id}/pdf/${job}` };
}

/** Tells how far it is until it is made or has failed; ends without a word when `signal` is aborted. */
export async function followPdf(
  { address }: MakingPdf,
  told: (state: PdfJob["state"]) => void,
  signal: AbortSignal,
): Promise<void> {
  while (!signal.aborted) {
    const { state } = pdfJob.parse(await (await asked(address, { signal })).json());
    told(state);
    if (state.kind !== "making") return;
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_LOOKS));
  }
}

export async function cancelPdf({ address }: MakingPdf): Promise<void> {
  await asked(address, { method: "DELETE" });
}

async function asked(address: string, init: RequestInit): Promise<Response> {
  const response = await fetch(address, init).catch((error: Error) => {
    if (error.name === "AbortError") throw error;
    throw new Error("The server does not answer, so no PDF was made.");
  });
  if (response.ok) return response;
  const answer = (await response.json().catch(() => null)) as { error?: { message: string } } | null;
  throw new Error(answer?.error?.message ?? `The server answered with ${response.status}.`);
}
