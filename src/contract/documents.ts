import { z } from "zod";
import { importReportSchema } from "@/core/formats/import-report";
import { call } from "./call";

/** A document as JSON. What stands in it is checked where it is read. */
export const documentJSON = z.looseObject({ type: z.literal("doc") });
export type DocumentJSON = Readonly<z.infer<typeof documentJSON>>;

/** A document as the shelf lists it. */
export const listedDocument = z.object({
  id: z.string(),
  title: z.string(),
  /** Its first words beside titles. */
  opening: z.string(),
  words: z.number(),
  sections: z.number(),
  /** How many of its links lead nowhere. */
  brokenLinks: z.number(),
  version: z.number(),
  /** When it was changed last, in milliseconds since 1970. */
  changedAt: z.number(),
  /** The file from which it came, or was updated last; null where it was begun here. */
  file: z.string().nullable(),
  /** When that came in. */
  broughtAt: z.number().nullable(),
  /** Where it stands in the order its author gave the shelf; null where it was given none. */
  place: z.number().nullable(),
});
export type LibraryDocument = Readonly<z.infer<typeof listedDocument>>;

export const listDocuments = call("GET", "/api/documents", {
  answer: z.object({ documents: z.array(listedDocument) }),
});

/** The order in which its author puts the documents of the shelf. */
export const orderDocuments = call("PUT", "/api/shelf/order", {
  body: z.strictObject({ ids: z.array(z.string().max(64)).max(100_000) }),
});

/** Leads links between files that came in together from document to document; answers how many. */
export const joinFiles = call("POST", "/api/shelf/joined", {
  body: z.strictObject({
    files: z.array(z.strictObject({ id: z.string().max(64), path: z.string().max(4_000) })).max(10_000),
    author: z.string().max(200).optional(),
  }),
  answer: z.object({ links: z.number() }),
});

/** A new document, empty or as it is given. */
export const createDocument = call("POST", "/api/documents", {
  body: z.strictObject({
    title: z.string().max(1_000).optional(),
    document: documentJSON.optional(),
    /** What was told of the file from which it comes. */
    report: importReportSchema.optional(),
  }),
  answer: z.object({ id: z.string() }),
});

/** The newest version. `client`: also the number of that window's last accepted step. */
export const getDocument = call("GET", "/api/documents/:id", {
  query: z.object({ client: z.string().default("") }),
  answer: z.object({
    version: z.number(),
    ledBy: z.string().optional(),
    last: z.number(),
    document: documentJSON,
  }),
});

/** Into the bin. */
export const removeDocument = call("DELETE", "/api/documents/:id");
/** Out of the bin. */
export const restoreDocument = call("POST", "/api/documents/:id/restore");

/** The style sheet of a document, to be taken over into another; checked where it is taken. */
export const getStyles = call("GET", "/api/documents/:id/styles", {
  answer: z.object({ styles: z.unknown() }),
});

/** Gzip of the JSON of a version of some time ago; which one says the header `Gate-Rope-Version`. */
export const getSnapshot = call("GET", "/api/documents/:id/snapshot");

/** The document as a file. */
export const exportDocument = call("GET", "/api/documents/:id/export", {
  query: z.object({ format: z.string().default("") }),
});
