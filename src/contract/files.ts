import { z } from "zod";
import { attachedFileSchema } from "@/core/document";
import { BYTES } from "./bytes";
import { addressOf, call } from "./call";

/** Keeps a file that will be attached; returns how the document enters it. */
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

/** A picture as it was kept, or a copy for screens, with no more pixels than those show. */
export const getPicture = call("GET", "/api/pictures/:name", {
  query: z.object({ copy: z.literal("screen").optional() }),
});

/** The widths and heights of pictures in pixels, by their names; without those that are not there or do not say. */
export const sizesOfPictures = call("POST", "/api/pictures/sizes", {
  body: z.object({ names: z.array(z.string().max(100)).max(10_000) }),
  answer: z.object({
    sizes: z.record(z.string(), z.object({ width: z.number(), height: z.number() })),
  }),
});

/** Where a picture is, by its name. */
export function addressOfPicture(name: string): string {
  return addressOf(getPicture, { name, query: {} });
}

/** Where its copy for screens is. */
export function addressOnScreen(name: string): string {
  return addressOf(getPicture, { name, query: { copy: "screen" } });
}
