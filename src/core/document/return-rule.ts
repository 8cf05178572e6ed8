import { z } from "zod";

/** Where return links lead: to the contents list, to the top, to the section around, or to a place by its id. */
export type ReturnTo = "contents" | "top" | "parent" | { readonly place: string };

/** A rule that puts a return link after each section of the levels named. An empty list puts none. */
export interface ReturnRule {
  readonly levels: readonly number[];
  /** Words of the link; empty for the words that fit where it leads. */
  readonly words: string;
  /** `contents` where it is absent; to the top where the document has no contents list. */
  readonly to?: ReturnTo | undefined;
}

export const RETURNS_NONE: ReturnRule = { levels: [], words: "" };

/** Checks a return rule that comes from outside. */
export const returnRuleSchema: z.ZodType<ReturnRule> = z.strictObject({
  levels: z.array(z.number().int().min(1).max(6)).max(6),
  words: z.string().max(1_000),
  to: z
    .union([z.enum(["contents", "top", "parent"]), z.strictObject({ place: z.string().min(1).max(64) })])
    .optional(),
});

/** The rule for all levels down to `deepest`: 0 none, 1 after each section of level 1, 2 of level 1 and 2. */
export function returnsDownTo(deepest: number): ReturnRule {
  return { levels: Array.from({ length: deepest }, (_, i) => i + 1), words: "" };
}
