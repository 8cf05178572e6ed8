import { z } from "zod";

/** A place where something stands, with the words around it. */
const libraryMatch = z.object({
  /** Permanent id of its block, and where in it it begins and ends. */
  block: z.string(),
  from: z.number(),
  to: z.number(),
  before: z.string(),
  words: z.string(),
  after: z.string(),
});
export type LibraryMatch = Readonly<z.infer<typeof libraryMatch>>;

/** What was found in one document. */
export const foundDocument = z.object({
  id: z.string(),
  title: z.string(),
  /** How often it stands there. */
  count: z.number(),
  /** The first of the places. */
  places: z.array(libraryMatch).readonly(),
});
export type FoundDocument = Readonly<z.infer<typeof foundDocument>>;
