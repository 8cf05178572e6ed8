/** The locale of a document's language, for writing numbers and ordering names; English for an unknown one (BCP 47). */
export function localeOf(language: string): string {
  try {
    return Intl.getCanonicalLocales(language)[0] ?? "en";
  } catch {
    return "en";
  }
}
