import type { PdfOptions } from "@/core/formats/pdf/options";
import type { ArchiveFormatName } from "@/core/formats/formats";
import type { Session } from "@/editor";
import { ask } from "@/contract/ask";
import type { Question } from "@/contract/call";
import { publishEdition } from "@/contract/editions";
import * as files from "@/contract/made-files";
import { beginPdf as begin } from "@/contract/pdf";
import type { FileJob } from "@/core/collab";

/** What of a PDF's options is chosen; the rest is as usual. */
export type ChosenPdf = Partial<PdfOptions>;

const BETWEEN_LOOKS = 350;

/** A file that the server makes for this window: its document, and the id to ask about it. */
export interface MakingFile {
  readonly id: string;
  readonly job: string;
}

/** Has a PDF made of all that is kept; throws a sentence where that cannot begin. */
export async function beginPdf(session: Session, options: ChosenPdf): Promise<MakingFile> {
  await keepAll(session, "PDF");
  const { id } = session;
  return { id, ...(await ask(begin, { id, body: options })) };
}

/** Has a file of a word processor or an e-book made of all that is kept; the same. */
export async function beginArchive(
  session: Session,
  format: ArchiveFormatName,
  clean: boolean,
): Promise<MakingFile> {
  await keepAll(session, "file");
  const { id } = session;
  return { id, ...(await ask(files.beginArchive, { id, body: { format, clean } })) };
}

/** Has an edition made of all that is kept; the same. */
export async function beginEdition(
  session: Session,
  said: Pick<Question<typeof publishEdition>["body"], "note" | "forms">,
): Promise<MakingFile> {
  await keepAll(session, "edition");
  const { id } = session;
  return { id, ...(await ask(publishEdition, { id, body: { ...said, by: session.sync.name } })) };
}

async function keepAll(session: Session, what: string): Promise<void> {
  session.publish();
  try {
    await session.sync.whenKept();
  } catch {
    throw new Error(`Not all of your text is saved yet, so no ${what} was made. Try again in a moment.`);
  }
}

/** Tells how far it is until it is made or has failed; ends without a word when `signal` is aborted. */
export async function followFile(
  making: MakingFile,
  onState: (state: FileJob["state"]) => void,
  signal: AbortSignal,
): Promise<void> {
  while (!signal.aborted) {
    const { state } = await ask(files.getMadeFile, making, { signal });
    onState(state);
    if (state.kind !== "making") return;
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_LOOKS));
  }
}

export async function cancelFile(making: MakingFile): Promise<void> {
  await ask(files.cancelMadeFile, making);
}
