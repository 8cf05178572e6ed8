import type { Numbering } from "@/core/document";

/** How numbers of headings are written (ISO 26300-1, 19.500). */
export const NUMBER_FORMATS: Readonly<Record<Exclude<Numbering, "none">, string>> = {
  decimal: "1",
  letters: "A",
  roman: "I",
};
