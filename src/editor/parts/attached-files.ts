import { newId, type AttachedFile } from "@/core/document";
import { RegistryStep } from "@/core/steps";
import type { EditorState, Transaction } from "prosemirror-state";
import { ask } from "@/contract/ask";
import * as files from "@/contract/files";

/** Keeps a file on the server; answers how the document enters it. Throws an Error with words for the author. */
export async function keepFile(document: string, file: File): Promise<AttachedFile> {
  const query = { name: file.name || "file" };
  return (await ask(files.keepFile, { id: document, query, body: file })).file;
}

/** Enters a file that is kept; answers the id by which links lead to it. */
export function attachFile(tr: Transaction, entry: AttachedFile): { id: string; tr: Transaction } {
  const id = newId();
  tr.step(new RegistryStep({ part: "files", id, entry }));
  return { id, tr };
}

/** Takes an attached file away; links that lead to it say so. */
export function removeFile(state: EditorState, id: string, entry: AttachedFile): Transaction {
  return state.tr.step(new RegistryStep({ part: "files", id, entry: { ...entry, removed: true } }));
}
