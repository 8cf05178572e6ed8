import { z } from "zod";
import { documentTargetSchema, type DestinationId, type DocumentTarget } from "@/core/document";

/*
 * What a server tells of the places of all documents, so that links can lead from one to another.
 */

const id = z.custom<DestinationId>((value) => typeof value === "string");
/** The names of the sections in which a place lies, the outermost first. */
const path = z.array(z.string()).readonly();

/** A place of some document of the shelf. */
export const listedPlace = z.object({
  document: z.string(),
  title: z.string(),
  /** The place; null for the document as a whole. */
  id: id.nullable(),
  kind: z.string(),
  name: z.string(),
  path,
});
export type ListedPlace = Readonly<z.infer<typeof listedPlace>>;

/** A link from another document to a place of this one. */
export const incomingLink = z.object({
  document: z.string(),
  title: z.string(),
  words: z.string(),
  /** The place it leads to; null for the document as a whole. */
  to: id.nullable(),
  /** Where it stands: its block, and where in that its words begin. */
  block: z.string().nullable(),
  start: z.number(),
});
export type IncomingLink = Readonly<z.infer<typeof incomingLink>>;

/** As many places are asked for at once. */
export const MAX_PLACES_ASKED = 20_000;

/** Checks what is asked of places in other documents. */
export const askedPlacesSchema = z.object({
  targets: z
    .array(documentTargetSchema.transform((target) => target as DocumentTarget))
    .max(MAX_PLACES_ASKED),
});
