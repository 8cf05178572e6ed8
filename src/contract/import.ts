import { z } from "zod";
import { BYTES } from "./bytes";
import { call } from "./call";
import { personName } from "@/core/model/person-name";
import { importReportSchema } from "@/core/formats/import-report";
import { languageSchema } from "@/core/model/language";
import { documentJSON } from "./documents";

/** How a file is read, and what becomes of it. */
const asked = z.object({
  name: z.string().default(""),
  /** `no`: nothing is created of it. */
  keep: z.enum(["no"]).optional(),
  /** Where the file lies in the body, which is a ZIP archive of it and the pictures beside it then. */
  within: z.string().max(1_000).optional(),
  /** `yes`: what stands around the text of a web page comes in as well. */
  all: z.enum(["yes"]).optional(),
  language: languageSchema.optional(),
  /** The document to update; without it a new one is made. */
  update: z.string().optional(),
  /** Who does it. */
  author: personName.optional(),
});

/**
 * Brings a file in. Answered are lines of JSON, {@link importLine}, while it is read. With `keep=no` no document is created of it: the
 * last line holds it, to be looked at first.
 */
export const importFile = call("POST", "/api/documents/import", {
  query: asked,
  body: BYTES,
});

/** A line of what is told while a file is read: how far it is, or what came of it. */
export const importLine = z.object({
  progress: z.number().optional(),
  id: z.string().optional(),
  document: documentJSON.optional(),
  summary: z.object({ title: z.string() }).optional(),
  report: importReportSchema.optional(),
  error: z.object({ message: z.string(), line: z.number().nullable() }).optional(),
});
export type ImportLine = Readonly<z.infer<typeof importLine>>;
