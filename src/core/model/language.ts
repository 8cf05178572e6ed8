import { z } from "zod";

/** The tag of a language as files and browsers write it (BCP 47): a language, with script, region or variant behind it. */
const TAG = /^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{1,8})*$/;
const MOST_LETTERS = 35;

export const languageSchema = z.string().max(MOST_LETTERS).regex(TAG, "not the tag of a language");

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
