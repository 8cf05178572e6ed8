import type { Node } from "prosemirror-model";
import { schema } from "@/core/document";
import { historyAnswer, type HistoryEntry } from "@/core/exchange";
import { answered } from "@/editor";

/** Fetches what happened to a document, the newest first. Throws an Error with words for the author. */
export async function fetchHistory(id: string): Promise<readonly HistoryEntry[]> {
  return historyAnswer.parse(await (await answered(`/api/documents/${id}/history`)).json()).entries;
}

/** Fetches a document as it was in a version. */
export async function fetchVersion(id: string, version: number): Promise<Node> {
  const answer = await answered(`/api/documents/${id}/versions/${version}`);
  const { document } = (await answer.json()) as { document: object };
  return schema.nodeFromJSON(document);
}

/** Gives a version a name; null takes it away. */
export async function nameVersion(id: string, version: number, name: string | null): Promise<void> {
  await answered(`/api/documents/${id}/versions/${version}`, {
    method: "PUT",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ name }),
  });
}
