import { OFFERED_LANGUAGES } from "@/core/model/language";

const names = new Intl.DisplayNames(["en"], { type: "language" });

/** What a language is called, by its tag; the tag itself where nobody has a name for it. */
export function languageName(tag: string): string {
  try {
    return names.of(tag) ?? tag;
  } catch {
    return tag;
  }
}

/** The languages that are offered, by name, and one that is in use besides. */
export function languagesOffered(used: string): { value: string; label: string }[] {
  return [...new Set([...OFFERED_LANGUAGES, used])]
    .map((value) => ({ value, label: languageName(value) }))
    .sort((a, b) => a.label.localeCompare(b.label, "en"));
}
