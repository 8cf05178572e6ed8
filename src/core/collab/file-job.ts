import { z } from "zod";

const count = z.int().min(0);

/** How far the making of a file is: what is done, and how much of it. */
export const fileStage = z.object({ stage: z.enum(["pages", "writing", "proof"]), done: count, of: count });
export type FileStage = Readonly<z.infer<typeof fileStage>>;

/** A promised link that does not do what was promised; its page, in a file that has pages, is counted from 1. */
const failedLink = z.object({ words: z.string(), page: count.optional(), why: z.string() });

/** What following every link of a written file showed. */
const fileProof = z.object({
  pages: count,
  promised: count,
  lands: count,
  failed: z.array(failedLink).readonly(),
});

/** A character that no font has, with the page and the section on which it stands first; the section is empty before the first heading. */
export const missingCharacter = z.object({ character: z.string(), page: z.string(), section: z.string() });
export type MissingCharacter = Readonly<z.infer<typeof missingCharacter>>;

/** A PDF, a word processor's file or an e-book that is made, or was made, as it is told to who asked for it. */
export const fileJob = z.object({
  id: z.string(),
  state: z.discriminatedUnion("kind", [
    fileStage.extend({ kind: z.literal("making") }),
    z.object({
      kind: z.literal("made"),
      pages: count,
      bytes: count,
      proof: fileProof,
      /** Links that lead nowhere in the file: broken in the document, or to a page that is not in it. */
      leftOut: count,
      /** Characters that no font has. */
      missing: z.array(missingCharacter).readonly(),
      /** The number of an edition. */
      edition: count.optional(),
    }),
    z.object({ kind: z.literal("failed"), reason: z.string() }),
  ]),
});
export type FileJob = Readonly<z.infer<typeof fileJob>>;
