import { z } from "zod";
import { historyAnswer } from "@/core/collab/messages";
import { call } from "./call";
import { documentJSON } from "./documents";

/** What happened to a document, the newest first. */
export const getHistory = call("GET", "/api/documents/:id/history", { answer: historyAnswer });

export const getVersion = call("GET", "/api/documents/:id/versions/:version", {
  answer: z.object({ version: z.number(), document: documentJSON }),
});

/** Gives a version a name; null takes it away. */
export const nameVersion = call("PUT", "/api/documents/:id/versions/:version", {
  body: z.strictObject({ name: z.string().trim().min(1).max(120).nullable() }),
});

/** After how many days the changes of a day are put together; null for never. */
export const keepChanges = call("PUT", "/api/documents/:id/history", {
  body: z.strictObject({ days: z.int().min(1).max(36_500).nullable() }),
});
