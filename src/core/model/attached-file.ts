import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { z } from "zod";
import { fileNameOf } from "./file-name";

/** A file attached to a document. Its bytes are kept once, under the hash of their content. */
export interface AttachedFile {
  /** A name that is safe in any file system, see {@link fileNameOf}. */
  readonly name: string;
  /** SHA-256 of its bytes, in hexadecimal digits. */
  readonly content: string;
  /** Its length in bytes. */
  readonly size: number;
  /** Its media type. */
  readonly type: string;
  /** How many pages a PDF has. */
  readonly pages?: number;
  /** Taken away by an author; the entry stays so that links that led to it can say what they meant. */
  readonly removed: boolean;
}

/** The files attached to a document, by permanent id. */
export type AttachedFiles = Readonly<Record<string, AttachedFile>>;

/** The files of a document that were not taken away, each with its id, in the order in which they were attached. */
export function attachedFiles({ files = {} }: { readonly files?: AttachedFiles }): (AttachedFile & {
  readonly id: string;
})[] {
  return Object.entries(files).flatMap(([id, file]) => (file.removed ? [] : [{ id, ...file }]));
}

/** Where a server gives out a file attached to a document; a reader that knows pages opens it at one. */
export function addressOfFile(document: string, id: string, page?: number): string {
  return `/api/documents/${document}/files/${id}${page === undefined ? "" : `#page=${page}`}`;
}

/** As large may a file be that is attached. */
export const MAX_FILE_BYTES = 50 * 1024 * 1024;

/** Checks an attached file that comes from outside. */
export const attachedFileSchema: z.ZodType<AttachedFile> = z.strictObject({
  name: z
    .string()
    .min(1)
    .max(200)
    .refine((name) => fileNameOf(name) === name, "not a safe name of a file"),
  content: z.string().regex(/^[0-9a-f]{64}$/),
  size: z.int().min(0).max(MAX_FILE_BYTES),
  type: z.string().regex(/^[a-z0-9][a-z0-9!#$&^_.+-]{0,99}\/[a-z0-9][a-z0-9!#$&^_.+-]{0,99}$/),
  pages: z.int().min(1).max(1_000_000).optional(),
  removed: z.boolean(),
});

/** The name of a content: the hash of its bytes. */
export function contentOf(bytes: Uint8Array): string {
  return bytesToHex(sha256(bytes));
}
