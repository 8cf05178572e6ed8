import { z } from "zod";
import { pdfOptionsSchema } from "@/core/formats/pdf/options";
import { call } from "./call";

/** Begins to make a PDF; answers the id under which it is asked about. */
export const beginPdf = call("POST", "/api/documents/:id/pdf", {
  body: pdfOptionsSchema,
  answer: z.object({ job: z.string() }),
});
