import { z } from "zod";
import { BYTES } from "./bytes";
import { call } from "./call";
import { documentJSON } from "./documents";

/** Something of a file that no document holds. */
export const dropped = z.object({
  what: z.string(),
  why: z.string(),
  count: z.number(),
  withAll: z.literal(true).optional(),
});
export type Dropped = Readonly<z.infer<typeof dropped>>;

/**
 * Brings a file in. Answered are lines of JSON, {@link importLine}, while it is read. With `keep=no` no document is created of it: the
 * last line holds it, to be looked at first.
 */
export const importFile = call("POST", "/api/documents/import", {
  query: z.object({ name: z.string().default(""), keep: z.string().optional() }),
  body: BYTES,
});

/** A line of what is told while a file is read: how far it is, or what came of it. */
export const importLine = z.object({
  progress: z.number().optional(),
  id: z.string().optional(),
  document: documentJSON.optional(),
  summary: z.object({ title: z.string() }).optional(),
  dropped: z.array(dropped).readonly().optional(),
  error: z.object({ message: z.string(), line: z.number().nullable() }).optional(),
});
export type ImportLine = Readonly<z.infer<typeof importLine>>;
