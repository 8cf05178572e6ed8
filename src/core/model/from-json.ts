import type { z } from "zod";

/** What a text holds as JSON, checked; null for anything that is not JSON, or not what it should be. */
export function fromJSON<T>(schema: z.ZodType<T>, json: string | null | undefined): T | null {
  if (!json) return null;
  try {
    return schema.safeParse(JSON.parse(json)).data ?? null;
  } catch {
    return null;
  }
}
