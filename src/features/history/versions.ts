import type { Node } from "prosemirror-model";
import { schema } from "@/core/document";
import { errorAnswer, historyAnswer, type HistoryEntry } from "@/core/exchange";

/** Fetches what happened to a document, the newest first. Throws an Error with words for the author. */
export async function fetchHistory(id: string): Promise<readonly HistoryEntry[]> {
  return historyAnswer.parse(await answered(`/api/documents/${id}/history`)).entries;
}

/** Fetches a document as it was in a version. */
export async function fetchVersion(id: string, version: number): Promise<Node> {
  const { document } = (await answered(`/api/documents/${id}/versions/${version}`)) as { document: object };
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

async function answered(address: string, init?: RequestInit): Promise<unknown> {
  const response = await fetch(address, init).catch(() => null);
  if (!response) throw new Error("The server does not answer.");
  const answer: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (response.ok) return answer;
  const { data } = errorAnswer.safeParse(answer);
  throw new Error(data?.error.message ?? `The server answered with ${response.status}.`);
}
