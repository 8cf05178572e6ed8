import { z } from "zod";
import { foundDocument } from "@/core/find/library-match";
import { call } from "./call";

/** Where words stand in all documents. Asked by POST, so that what is sought stands in no log. */
export const searchDocuments = call("POST", "/api/search", {
  body: z.strictObject({
    words: z.string().min(1).max(1_000),
    how: z.enum(["words", "wildcards", "expression"]).default("words"),
    matchCase: z.boolean().default(false),
    accents: z.boolean().default(false),
    wholeWords: z.boolean().default(false),
  }),
  answer: z.object({ documents: z.array(foundDocument) }),
});
