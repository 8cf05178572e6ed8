import type { Finding } from "@/core/proof";
import { runInWorker } from "../workers/run-in-worker";

/** How many findings of each kind a document has; kinds without any are not in it. */
export type DocumentProof = Readonly<Partial<Record<Finding["kind"], number>>>;

const start = () => new Worker(new URL("./proof.worker.ts", import.meta.url), { type: "module" });
/** In milliseconds. */
const MAX_MS = 60_000;

/**
 * Proves a document in a worker, without its pages. Links into other documents are taken to land, as long as nobody asked. Rejects
 * where it takes too long, is no longer wanted, or the JSON is no document.
 */
export function proveApart(document: object, signal: AbortSignal): Promise<DocumentProof> {
  return runInWorker<object, DocumentProof>(start, document, { signal, time: MAX_MS });
}
