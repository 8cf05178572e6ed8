import { z } from "zod";
import { fileJob } from "@/core/collab/file-job";
import { pdfOptionsSchema } from "@/core/formats/pdf/options";
import { call } from "./call";

/** Begins to make a PDF; answers the id under which it is asked about. */
export const beginPdf = call("POST", "/api/documents/:id/pdf", {
  body: pdfOptionsSchema,
  answer: z.object({ job: z.string() }),
});

/** How far a PDF is, or what became of it. */
export const getPdf = call("GET", "/api/documents/:id/pdf/:job", { answer: fileJob });
/** Ends the making of a PDF. */
export const cancelPdf = call("DELETE", "/api/documents/:id/pdf/:job");
/** The file of a PDF that is made. */
export const getPdfFile = call("GET", "/api/documents/:id/pdf/:job/file");
