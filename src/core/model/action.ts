import { z } from "zod";

/** What a link can do instead of leading somewhere. None of it runs code, or reaches the network or files. */
export type Action =
  /** Looks for words in all documents of the shelf. */
  | { do: "search"; words: string }
  /** Lists what is flagged to come back to. */
  | { do: "flagged" }
  /** Lists the files attached to the document. */
  | { do: "files" };

/** Checks an action that comes from outside. */
export const actionSchema: z.ZodType<Action> = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("search"), words: z.string().min(1).max(1_000) }),
  z.strictObject({ do: z.literal("flagged") }),
  z.strictObject({ do: z.literal("files") }),
]);

/** What an action does, as it is said before it is done. */
export function describeAction(action: Action): string {
  switch (action.do) {
    case "search":
      return `Look for “${action.words}” in all documents of the shelf`;
    case "flagged":
      return "Show what is flagged to come back to";
    case "files":
      return "Show the files attached to this document";
  }
}
