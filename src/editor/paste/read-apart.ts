import { whyApart } from "@/core/apart";
import type { PastedBlocks } from "@/core/formats/html/pasted";
import { schema, type PictureType } from "@/core/document";
import { runInWorker } from "../workers/run-in-worker";

/** What the worker answers: blocks as JSON, since no node objects cross. */
export interface ReadApart {
  readonly blocks: readonly object[];
  readonly pictures: readonly (readonly [name: string, type: PictureType, bytes: Uint8Array])[];
  readonly dropped: PastedBlocks["dropped"];
}

/** Reading may take so long, in milliseconds; then it is given up. */
const MAX_MS = 20_000;

const start = () => new Worker(new URL("./paste.worker.ts", import.meta.url), { type: "module" });

/** Reads much pasted HTML in a worker of its own, which ends with it. Rejects with an Error with words for the author. */
export async function readApart(html: string, signal: AbortSignal): Promise<PastedBlocks> {
  try {
    const read = await runInWorker<string, ReadApart>(start, html, { signal, time: MAX_MS });
    return {
      blocks: read.blocks.map((json) => schema.nodeFromJSON(json)),
      pictures: new Map(read.pictures.map(([name, type, bytes]) => [name, { type, bytes }])),
      dropped: read.dropped,
    };
  } catch (error) {
    if (signal.aborted) throw new Error("It was cancelled.");
    throw whyApart(error) === "time" ? new Error("It took too long to read.") : error;
  }
}
