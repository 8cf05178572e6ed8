import { z } from "zod";
import { importedChangeSchema, importedCommentSchema } from "./intake/talk";

/** What is counted of a document that came in, in the order in which it is told. */
export const CAME_IN = [
  "words",
  "headings",
  "links",
  "bookmarks",
  "notes",
  "figures",
  "pictures",
  "tables",
  "equations",
  "definitions",
  "lists",
] as const;
export type CameIn = (typeof CAME_IN)[number];

/** Something of a file that no document holds: what, why, how often, and whether it comes in where all is asked for. */
export const droppedSchema = z.object({
  what: z.string(),
  why: z.string(),
  count: z.number(),
  withAll: z.literal(true).optional(),
});

/** The report about an imported file; kept with the document. */
export const importReportSchema = z.object({
  file: z.string(),
  language: z.object({
    tag: z.string(),
    /** Whether the words told it, as the file does not say it. */
    recognised: z.boolean(),
  }),
  cameIn: z.record(z.enum(CAME_IN), z.number()),
  dropped: z.array(droppedSchema).readonly(),
  /** How many lines look like titles without a level; absent where headings came in. */
  titles: z.number().optional(),
  /** What people said of the text and changed in it; absent where the file keeps none. */
  comments: z.array(importedCommentSchema).readonly().optional(),
  changes: z.array(importedChangeSchema).readonly().optional(),
});
export type ImportReport = Readonly<z.infer<typeof importReportSchema>>;
