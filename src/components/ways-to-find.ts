import type { Sought } from "@/core/find";

/** The ways in which typed words may be meant, as they are chosen from wherever something is found. */
export const WAYS_TO_FIND = [
  { value: "words", label: "As typed" },
  { value: "wildcards", label: "With * for any words and ? for a letter" },
  { value: "expression", label: "As a regular expression" },
] as const satisfies readonly { value: Sought["how"]; label: string }[];

/** Whether words that stand nowhere may have been meant as wildcards. */
export function mayBeWildcards({ how, words }: Pick<Sought, "how" | "words">): boolean {
  return how === "words" && /[*?]/.test(words);
}

/** What is said then, and the button beside it. */
export const MAY_BE_WILDCARDS = "* and ? were taken as signs of the text.";
export const TRY_WILDCARDS = "Take * as any words, ? as a letter";
