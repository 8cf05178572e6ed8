import { ofLanguage } from "@/core/document/of-language";
import { ENGLISH } from "./english";
import { GERMAN } from "./german";
import { FRENCH } from "./french";
import { SPANISH } from "./spanish";
import { ITALIAN } from "./italian";
import { DUTCH } from "./dutch";
import { PORTUGUESE } from "./portuguese";
import { ARABIC } from "./arabic";
import { HEBREW } from "./hebrew";
import type { ReaderWords } from "./reader-words";

export type { ReaderWords };

const BY_LANGUAGE: Readonly<Record<string, ReaderWords>> = {
  en: ENGLISH,
  de: GERMAN,
  fr: FRENCH,
  es: SPANISH,
  it: ITALIAN,
  nl: DUTCH,
  pt: PORTUGUESE,
  ar: ARABIC,
  he: HEBREW,
};

/** The words of a language (BCP 47), whatever its country; English for one that is not known. */
export function readerWords(language: string): ReaderWords {
  return ofLanguage(BY_LANGUAGE, language, ENGLISH);
}
