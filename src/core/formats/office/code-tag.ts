import { decodeSafely } from "@/core/document";

/** Programs refuse longer tags. */
const MAX_LETTERS = 50;

/** What a tag around code says: that it is code, and its language; without the language if that is too long for a tag. */
export function codeTag(language: string): string {
  const said = encodeURIComponent(language);
  return said && said.length <= MAX_LETTERS ? `code ${said}` : "code";
}

/** The language that a tag around code says. */
export function languageSaid(said: string): string {
  return decodeSafely(said);
}
