import { z } from "zod";

/** Where return links lead: to the contents list, to the top, to the section around, or to a place by its id. */
export type ReturnTo = "contents" | "top" | "parent" | { readonly place: string };

/**
 * What leads readers on beside the return links: steps to the section before, the one after and the one around; a sign beside each heading
 * that leads back to its line in the contents list; a link that stays in view on screens.
 */
export const RETURN_ALSO = ["steps", "headings", "floating"] as const;
export type ReturnAlso = (typeof RETURN_ALSO)[number];

/** A rule that puts a return link after each section of the levels named. An empty list puts none. */
export interface ReturnRule {
  readonly levels: readonly number[];
  /** Words of the link; empty for the words that fit where it leads. */
  readonly words: string;
  /** `contents` where it is absent; to the top where the document has no contents list. */
  readonly to?: ReturnTo | undefined;
  readonly also?: readonly ReturnAlso[] | undefined;
}

export const RETURNS_NONE: ReturnRule = { levels: [], words: "" };

/** Checks a return rule that comes from outside. */
export const returnRuleSchema: z.ZodType<ReturnRule> = z.strictObject({
  levels: z.array(z.number().int().min(1).max(6)).max(6),
  words: z.string().max(1_000),
  to: z
    .union([z.enum(["contents", "top", "parent"]), z.strictObject({ place: z.string().min(1).max(64) })])
    .optional(),
  also: z.array(z.enum(RETURN_ALSO)).max(RETURN_ALSO.length).optional(),
});

/** Whether a rule puts anything at all. */
export function leadsBack({ levels, also }: ReturnRule): boolean {
  return levels.length > 0 || (also?.length ?? 0) > 0;
}

/** The names of {@link RETURN_ALSO} that a text holds, as files write them. */
export function returnAlsoFrom(names: string | undefined): Pick<ReturnRule, "also"> {
  const also = RETURN_ALSO.filter((name) => names?.split(/[ ,]+/).includes(name));
  return also.length > 0 ? { also } : {};
}

/** The rule for all levels down to `deepest`: 0 none, 1 after each section of level 1, 2 of level 1 and 2. */
export function returnsDownTo(deepest: number): ReturnRule {
  return { levels: Array.from({ length: deepest }, (_, i) => i + 1), words: "" };
}
