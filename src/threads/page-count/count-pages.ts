import { Threads } from "../threads";

const LIMITS = { time: 10_000, memory: 512, quiet: true } as const;

/** How many pages a PDF has, counted in a thread of its own; null where it cannot be read or takes too long. */
export async function countPages(thread: string, bytes: Uint8Array): Promise<number | null> {
  return new Threads<Uint8Array, number>(thread, LIMITS).run(bytes).catch(() => null);
}
