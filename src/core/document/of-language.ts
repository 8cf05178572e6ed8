import { ownEntry } from "@/core/own-entry";

/** What belongs to a language (BCP 47), whatever its country; `otherwise` for one that is not in the table. */
export function ofLanguage<T>(table: Readonly<Record<string, T>>, language: string, otherwise: T): T {
  const [main = ""] = language.toLowerCase().split(/[-_]/);
  return ownEntry(table, main) ?? otherwise;
}
