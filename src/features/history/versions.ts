import type { Node } from "prosemirror-model";
import { ask } from "@/contract/ask";
import * as versions from "@/contract/versions";
import { schema } from "@/core/document";
import type { HistoryEntry } from "@/core/exchange";

/** Fetches what happened to a document, the newest first. Throws an Error with words for the author. */
export async function fetchHistory(id: string): Promise<readonly HistoryEntry[]> {
  return (await ask(versions.getHistory, { id })).entries;
}

/** Fetches a document as it was in a version. */
export async function fetchVersion(id: string, version: number): Promise<Node> {
  const { document } = await ask(versions.getVersion, { id, version: String(version) });
  return schema.nodeFromJSON(document);
}

/** Gives a version a name; null takes it away. */
export async function nameVersion(id: string, version: number, name: string | null): Promise<void> {
  await ask(versions.nameVersion, { id, version: String(version), body: { name } });
}
