import type { Node } from "prosemirror-model";
import { ask } from "@/contract/ask";
import * as versions from "@/contract/versions";
import { schema } from "@/core/document";
import type { HistoryEntry } from "@/core/collab";

/** What happened to a document, the newest first, and for how many days single changes of it are kept; null for always. */
export interface DocumentHistory {
  readonly entries: readonly HistoryEntry[];
  readonly keptDays: number | null;
}

/** Fetches what happened to a document. Throws an Error with words for the author. */
export async function fetchHistory(id: string): Promise<DocumentHistory> {
  return ask(versions.getHistory, { id });
}

/** Says after how many days the changes of a day are put together; null for never. */
export async function keepChanges(id: string, days: number | null): Promise<void> {
  await ask(versions.keepChanges, { id, body: { days } });
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
