import { z } from "zod";

/** The tag of a language as files and browsers write it (BCP 47): a language, with script, region or variant behind it. */
const TAG = /^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{1,8})*$/;
const MAX_LETTERS = 35;

export const languageSchema = z.string().max(MAX_LETTERS).regex(TAG, "not the tag of a language");

/** The language of a document that names none. */
export const FIRST_LANGUAGE = "en";

/** The language that a file names; null where it names none. */
export function languageFrom(tag: string | null | undefined): string | null {
  return languageSchema.safeParse(tag?.trim()).data ?? null;
}

/** Languages that are offered: those whose words can be divided, and others that are written with the fonts of the pages. */
export const OFFERED_LANGUAGES = [
  "ar",
  "cs",
  "da",
  "de",
  "el",
  "en",
  "en-GB",
  "es",
  "fi",
  "fr",
  "he",
  "hu",
  "it",
  "la",
  "nl",
  "pl",
  "pt",
  "ru",
  "sk",
  "sl",
  "sv",
  "tr",
  "uk",
  "zh",
] as const;

/** How lines of words are read. */
export type Direction = "ltr" | "rtl";

/** Languages that are written from right to left, where their tag names no script (Unicode CLDR, likely subtags). */
const RIGHT_TO_LEFT = new Set([
  "ar",
  "arc",
  "ckb",
  "dv",
  "fa",
  "he",
  "iw",
  "nqo",
  "prs",
  "ps",
  "sd",
  "syr",
  "ug",
  "ur",
  "yi",
]);
/** Scripts that are read from right to left (ISO 15924). */
const RIGHT_TO_LEFT_SCRIPTS = new Set(["adlm", "arab", "hebr", "mand", "nkoo", "rohg", "syrc", "thaa"]);

/** How words of a language are read. */
export function directionOf(language: string): Direction {
  const [main = "", ...rest] = language.toLowerCase().split("-");
  const script = rest.find((part) => /^[a-z]{4}$/.test(part));
  const rtl = script ? RIGHT_TO_LEFT_SCRIPTS.has(script) : RIGHT_TO_LEFT.has(main);
  return rtl ? "rtl" : "ltr";
}
