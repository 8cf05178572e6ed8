import { z } from "zod";
import { attachedFileSchema } from "@/core/document";
import { BYTES } from "./bytes";
import { addressOf, call } from "./call";

/** Keeps a file that is to be attached; answers how the document enters it. */
export const keepFile = call("POST", "/api/documents/:id/files", {
  query: z.object({ name: z.string().default("") }),
  body: BYTES,
  answer: z.object({ file: attachedFileSchema }),
});

/** An attached file. */
export const getFile = call("GET", "/api/documents/:id/files/:file");

/** Keeps a picture; answers its name. */
export const keepPicture = call("POST", "/api/pictures", {
  body: BYTES,
  answer: z.object({ name: z.string() }),
});

export const getPicture = call("GET", "/api/pictures/:name");

/** Where a picture is, by its name. */
export function addressOfPicture(name: string): string {
  return addressOf(getPicture, { name });
}
