import { z } from "zod";
import { editionRecord } from "@/core/editions/manifest";
import { call } from "./call";

/** The editions of a document, the newest first, and the version that stands now. */
export const getEditions = call("GET", "/api/documents/:id/editions", {
  answer: z.object({ version: z.int(), editions: z.array(editionRecord).readonly() }),
});

/** Begins to make an edition; answers the id under which it is asked about. */
export const publishEdition = call("POST", "/api/documents/:id/editions", {
  body: z.strictObject({
    /** What is new in it. */
    note: z.string().trim().max(500).default(""),
    by: z.string().trim().max(120).default(""),
    /** The forms in which readers can fetch it as well. */
    forms: z
      .array(z.enum(["pdf", "docx", "odt", "epub"]))
      .max(4)
      .default([]),
  }),
  answer: z.object({ job: z.string() }),
});

/** Withdraws an edition, or shows it again. */
export const withdrawEdition = call("PUT", "/api/documents/:id/editions/:number", {
  body: z.strictObject({ withdrawn: z.boolean() }),
});

/** The folder of an edition as a zip file, for any web server. */
export const takeEdition = call("GET", "/api/documents/:id/editions/:number/zip");
