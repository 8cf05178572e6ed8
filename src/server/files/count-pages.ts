import { Worker } from "node:worker_threads";

const MOST_TIME = 10_000;
const MOST_MEMORY_MB = 512;

/** How many pages a PDF has, counted in a thread of its own; null where it cannot be read or takes too long. */
export async function countPages(thread: string, bytes: Uint8Array): Promise<number | null> {
  const worker = new Worker(thread, {
    workerData: bytes,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    stdout: true,
    stderr: true,
  });
  try {
    return await new Promise<number | null>((done) => {
      setTimeout(() => done(null), MOST_TIME).unref();
      worker.on("message", (pages: number | null) => done(pages));
      worker.on("error", () => done(null));
      worker.on("exit", () => done(null));
    });
  } finally {
    void worker.terminate();
  }
}
