import { z } from "zod";

/** Where return links lead: to the contents list, to the top, to the parent section, or to a place by its id. */
export type ReturnTo = "contents" | "top" | "parent" | { readonly place: string };

/**
 * What leads readers on beside the return links: steps to the section before, the one after and the one around; a sign beside each heading
 * that leads back to its line in the contents list; a link that stays in view on screens.
 */
export const RETURN_ALSO = ["steps", "headings", "floating"] as const;
export type ReturnAlso = (typeof RETURN_ALSO)[number];

/**
 * What the wayfinding of a document promises its readers; what is null or absent is not promised.
 */
export interface Promises {
  /** No section is more jumps than these from the start. */
  readonly jumps?: number | null | undefined;
  /** No spot is more pages than these from a way back, on paper. */
  readonly pages?: number | null | undefined;
  /** No spot is more screens of 1280 by 800 than these from a way back. */
  readonly screens?: number | null | undefined;
  /** A chapter with more sections than these has a list of its own. */
  readonly sections?: number | null | undefined;
}

export const PROMISED = [
  "jumps",
  "pages",
  "screens",
  "sections",
] as const satisfies readonly (keyof Promises)[];

/** What a plan promises at first. */
export const FIRST_PROMISES: Promises = { jumps: 2, pages: 3, screens: 6, sections: 7 };

/** A rule that puts a return link after each section of the levels named. An empty list puts none. */
export interface ReturnRule {
  readonly levels: readonly number[];
  /** Words of the link; empty for the words that fit where it leads. */
  readonly words: string;
  /** `contents` where it is absent; to the top where the document has no contents list. */
  readonly to?: ReturnTo | undefined;
  readonly also?: readonly ReturnAlso[] | undefined;
  /** Sections of deeper levels have one too where else no way back would stand within so many pages, as they are estimated from the text. */
  readonly closer?: number | undefined;
  readonly promises?: Promises | undefined;
}

export const RETURNS_NONE: ReturnRule = { levels: [], words: "" };

const most = z.number().min(0.5).max(10_000).nullable().optional();

/** Checks promises that come from outside. */
export const promisesSchema: z.ZodType<Promises> = z.strictObject({
  jumps: most,
  pages: most,
  screens: most,
  sections: most,
});

/** Checks a return rule that comes from outside. */
export const returnRuleSchema: z.ZodType<ReturnRule> = z.strictObject({
  levels: z.array(z.number().int().min(1).max(6)).max(6),
  words: z.string().max(1_000),
  to: z
    .union([z.enum(["contents", "top", "parent"]), z.strictObject({ place: z.string().min(1).max(64) })])
    .optional(),
  also: z.array(z.enum(RETURN_ALSO)).max(RETURN_ALSO.length).optional(),
  closer: z.number().min(0.5).max(10_000).optional(),
  promises: promisesSchema.optional(),
});

/** Whether a rule puts anything at all. */
export function leadsBack({ levels, also, closer, promises }: ReturnRule): boolean {
  return levels.length > 0 || (also?.length ?? 0) > 0 || closer !== undefined || promises !== undefined;
}

/** How close ways back stand and what is promised, as files write it: `closer=3 jumps=2 pages=3`; empty for nothing. */
export function promisesText({ closer, promises }: ReturnRule): string {
  const promised = PROMISED.flatMap((name) => (promises?.[name] ? [`${name}=${promises[name]}`] : []));
  return [
    ...(closer === undefined ? [] : [`closer=${closer}`]),
    ...(promises ? ["promises", ...promised] : []),
  ].join(" ");
}

/** What {@link promisesText} wrote. */
export function keptFrom(text: string | undefined): Pick<ReturnRule, "closer" | "promises"> {
  const named = new Map(
    (text ?? "").split(/[ ,]+/).map((one) => [one.split("=")[0]!, Number(one.split("=")[1])]),
  );
  const closer = named.get("closer");
  const promised = Object.fromEntries(
    PROMISED.flatMap((name) => (named.has(name) ? [[name, named.get(name)]] : [])),
  );
  const parsed = returnRuleSchema.safeParse({
    ...RETURNS_NONE,
    ...(closer !== undefined && { closer }),
    ...(named.has("promises") && { promises: promised }),
  });
  if (!parsed.success) return {};
  const { closer: own, promises } = parsed.data;
  return { ...(own !== undefined && { closer: own }), ...(promises && { promises }) };
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
