import { ask, askForResponse } from "@/contract/ask";
import { getDocument, getSnapshot } from "@/contract/documents";
import { getSteps } from "@/contract/steps";
import type { Node } from "prosemirror-model";
import { picturesIn, schema } from "@/core/document";
import { stepFromJSON } from "@/core/steps";
import { messageOf } from "@/core/thrown";
import { learnPictureSizes } from "./picture-sizes";

/** A document as it was fetched: its newest version. */
export interface OpenedDocument {
  readonly version: number;
  readonly doc: Node;
}

/**
 * Fetches the newest version of a document: its newest snapshot as it lies on the server's disk, and the steps after it.
 * Throws an Error with words for the author.
 */
export async function fetchDocument(id: string, signal: AbortSignal): Promise<OpenedDocument> {
  const snapshot = await askForResponse(getSnapshot, { id }, { signal });
  const version = Number(snapshot.headers.get("Gate-Rope-Version"));
  // Asked for at once: the server answers while the snapshot is read.
  const since = ask(getSteps, { id, query: { after: version } }, { signal });
  since.catch(() => {});
  try {
    const doc = schema.nodeFromJSON(await unzipped(snapshot));
    const { steps } = await since;
    const newest = steps.reduce((before, { step }) => applied(before, step), doc);
    await withSizes(newest);
    return { version: version + steps.length, doc: newest };
  } catch (error) {
    signal.throwIfAborted();
    // A snapshot that cannot be read, or steps that are gone: the server puts the document together.
    console.warn(`Gate Rope: the document is fetched whole: ${messageOf(error)}`);
    const { document, ...whole } = await ask(getDocument, { id, query: {} }, { signal });
    return { version: whole.version, doc: schema.nodeFromJSON(document) };
  }
}

/** How long the text waits for the sizes of its pictures, in milliseconds. Without them the text moves when they arrive. */
const MAX_WAIT_MS = 300;

async function withSizes(doc: Node): Promise<void> {
  const names = picturesIn(doc);
  if (names.size === 0) return;
  await Promise.race([learnPictureSizes(names), new Promise((done) => setTimeout(done, MAX_WAIT_MS))]);
}

async function unzipped(response: Response): Promise<unknown> {
  if (!response.body) throw new Error("the snapshot is empty");
  return new Response(response.body.pipeThrough(new DecompressionStream("gzip"))).json();
}

function applied(doc: Node, json: unknown): Node {
  const result = stepFromJSON(json).apply(doc);
  if (!result.doc) throw new RangeError(result.failed ?? "a step failed");
  return result.doc;
}
