import { handOut, nameOfFile } from "@/components/hand-out";
import { askForResponse, Refused } from "@/contract/ask";
import { exportDocument } from "@/contract/documents";
import type { Session } from "@/editor";

/**
 * Hands out the document as a file of a format: anchors are published, all is kept first, then the server writes it.
 * Answers what went wrong, or null.
 */
export async function download(session: Session, format: string): Promise<string | null> {
  session.publish();
  try {
    await session.sync.whenKept();
  } catch {
    return "Not all of your text is saved yet, so no file was made. Try again in a moment.";
  }
  let response: Response;
  try {
    response = await askForResponse(exportDocument, { id: session.id, query: { format } });
  } catch (error) {
    return error instanceof Refused ? error.message : "The server does not answer, so no file was made.";
  }
  handOut(await response.blob(), nameOfFile(response) ?? `document.${format}`);
  return null;
}
