import { z } from "zod";
import { fileJob } from "@/core/collab/file-job";
import { call } from "./call";

/** Begins to make a file of a word processor or an e-book; answers the id under which it is asked about. */
export const beginArchive = call("POST", "/api/documents/:id/archive", {
  body: z.object({
    format: z.enum(["docx", "odt", "epub"]),
    /** Without a trace of the document it came from. */
    clean: z.boolean().default(false),
  }),
  answer: z.object({ job: z.string() }),
});

/** How far a file is, or what became of it. */
export const getMadeFile = call("GET", "/api/documents/:id/made/:job", { answer: fileJob });
/** Ends the making of a file. */
export const cancelMadeFile = call("DELETE", "/api/documents/:id/made/:job");
/** The file that was made. */
export const takeMadeFile = call("GET", "/api/documents/:id/made/:job/file");
