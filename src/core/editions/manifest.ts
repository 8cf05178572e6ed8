import { z } from "zod";

/** A file of an edition as it is stored: by the hash of its content, compressed or as it is. */
export const storedFile = z.object({
  type: z.string(),
  /** How long it is as readers see it, in bytes. */
  bytes: z.int().min(0),
  /** The stored contents: those that are worth it compressed in both ways, all others as they are. */
  plain: z.string().optional(),
  gzip: z.string().optional(),
  br: z.string().optional(),
});
export type StoredFile = Readonly<z.infer<typeof storedFile>>;

/** What an edition consists of. It is written when all of it is stored, and never changed after that. */
export const editionManifest = z.object({
  form: z.literal(1),
  title: z.string(),
  language: z.string(),
  /** The files by their paths. Pages that only lead on are not among them: they are made of the anchors. */
  files: z.array(z.tuple([z.string(), storedFile])).readonly(),
  /** Where each anchor stands, as an address beside the first page. */
  anchors: z.array(z.tuple([z.string(), z.string()])).readonly(),
  /** What the places are called, for those who ask for one that is not there. */
  places: z.array(z.object({ n: z.string(), h: z.string() })).readonly(),
  /** The page for addresses that lead nowhere, to be completed. */
  missing: z.string(),
});
export type EditionManifest = Readonly<z.infer<typeof editionManifest>>;

/** What is kept of an edition beside its files. Times are in milliseconds since 1970. */
export const editionRecord = z.object({
  number: z.int().min(1),
  /** The version of the document that it shows. */
  version: z.int().min(0),
  at: z.number(),
  by: z.string(),
  /** What is new in it. */
  note: z.string(),
  title: z.string(),
  pages: z.int(),
  links: z.int(),
  bytes: z.int(),
  /** The forms in which it can be fetched as well, by the endings of their files. */
  forms: z.array(z.string()).readonly(),
  /** When it was withdrawn; null while it is shown. */
  withdrawnAt: z.number().nullable(),
});
export type EditionRecord = Readonly<z.infer<typeof editionRecord>>;
