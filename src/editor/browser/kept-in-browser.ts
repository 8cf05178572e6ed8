import type { z } from "zod";

/** What this browser keeps under a key; null where it keeps nothing there, or may not. */
export function readKept(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Keeps something in this browser; false where it does not let that be. */
export function keepInBrowser(key: string, value: string): boolean {
  try {
    localStorage.setItem(key, value);
    return true;
  } catch {
    return false;
  }
}

/** The list that this browser keeps under a key, as far as it is one; else an empty one. */
export function readKeptList<T>(key: string, entry: z.ZodType<T>): readonly T[] {
  try {
    const list: unknown = JSON.parse(readKept(key) ?? "[]");
    if (!Array.isArray(list)) return [];
    return list.flatMap((one) => {
      const read = entry.safeParse(one);
      return read.success ? [read.data] : [];
    });
  } catch {
    return [];
  }
}
