import { z } from "zod";
import { call } from "./call";

/** A document that was removed from the shelf and can still be put back. */
export const binnedDocument = z.object({
  id: z.string(),
  title: z.string(),
  words: z.number(),
  /** When it was removed, in milliseconds since 1970. */
  removedAt: z.number(),
});
export type BinnedDocument = Readonly<z.infer<typeof binnedDocument>>;

/** What is in the bin, the latest first. */
export const listBin = call("GET", "/api/bin", { answer: z.object({ documents: z.array(binnedDocument) }) });
/** Lets go of all of it for good. */
export const emptyBin = call("DELETE", "/api/bin", { answer: z.object({ removed: z.number() }) });
/** Lets go of one document for good. */
export const purgeDocument = call("DELETE", "/api/bin/:id");
