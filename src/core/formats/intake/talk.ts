import { z } from "zod";

/** Something that somebody says beside the text of a file. */
export const importedCommentSchema = z.object({
  author: z.string(),
  /** When, as the file says it (ISO 8601); empty where it does not. */
  date: z.string(),
  words: z.string(),
  /** The words of the text it is about; empty for one at a point. */
  on: z.string(),
  /** Which of the comments it answers, counted from 0; null for one that begins a thread. */
  answers: z.number().nullable(),
  done: z.boolean(),
});
export type ImportedComment = Readonly<z.infer<typeof importedCommentSchema>>;

/** A change that a file keeps apart from the text it was made in. */
export const importedChangeSchema = z.object({
  kind: z.enum(["insertion", "deletion", "move", "format"]),
  author: z.string(),
  date: z.string(),
  /** The words that came or went; of another look the words that have it. */
  words: z.string(),
});
export type ImportedChange = Readonly<z.infer<typeof importedChangeSchema>>;

/** What people say of a text and do to it, as a file keeps it beside the text. */
export interface ImportedTalk {
  readonly comments: readonly ImportedComment[];
  readonly changes: readonly ImportedChange[];
}

export const NO_TALK: ImportedTalk = { comments: [], changes: [] };
