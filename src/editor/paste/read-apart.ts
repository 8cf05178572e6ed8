import type { PastedBlocks } from "@/core/formats/html/pasted";
import { schema, type PictureType } from "@/core/document";

/** What the worker answers: blocks as JSON, or why there are none. */
export type ReadApart =
  | {
      readonly blocks: readonly object[];
      readonly pictures: readonly (readonly [name: string, type: PictureType, bytes: Uint8Array])[];
      readonly dropped: PastedBlocks["dropped"];
    }
  | { readonly fault: string };

/** Reading may take so long, in milliseconds; then it is given up. */
const MOST_TIME = 20_000;

/** Reads much pasted HTML in a worker of its own, which ends with it. Rejects with an Error with words for the author. */
export function readApart(html: string, signal: AbortSignal): Promise<PastedBlocks> {
  return new Promise((done, fail) => {
    const worker = new Worker(new URL("./paste.worker.ts", import.meta.url), { type: "module" });
    const end = (error?: Error) => {
      clearTimeout(timer);
      worker.terminate();
      if (error) fail(error);
    };
    const timer = setTimeout(() => end(new Error("It took too long to read.")), MOST_TIME);
    signal.addEventListener("abort", () => end(new Error("It was cancelled.")));
    worker.onerror = (event) => end(new Error(event.message));
    worker.onmessage = ({ data }: MessageEvent<ReadApart>) => {
      if ("fault" in data) return end(new Error(data.fault));
      end();
      done({
        blocks: data.blocks.map((json) => schema.nodeFromJSON(json)),
        pictures: new Map(data.pictures.map(([name, type, bytes]) => [name, { type, bytes }])),
        dropped: data.dropped,
      });
    };
    worker.postMessage(html);
  });
}
