import type { Sought } from "@/core/find";

/** The ways in which typed words may be meant, as they are chosen from wherever something is found. */
export const WAYS_TO_FIND = [
  { value: "words", label: "As they are typed" },
  { value: "wildcards", label: "With * for any words and ? for a letter" },
  { value: "expression", label: "As a regular expression" },
] as const satisfies readonly { value: Sought["how"]; label: string }[];
