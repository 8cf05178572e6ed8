import type { Hyphenate } from "../resources";
import { ownEntry } from "@/core/own-entry";

type Patterns = { hyphenateSync: (text: string) => string };

/** The languages whose words can be divided, by the first part of a language's tag (BCP 47). */
const LANGUAGES: Readonly<Record<string, () => Promise<Patterns | { default: Patterns }>>> = {
  cs: () => import("hyphen/cs"),
  da: () => import("hyphen/da"),
  de: () => import("hyphen/de"),
  el: () => import("hyphen/el"),
  en: () => import("hyphen/en"),
  "en-gb": () => import("hyphen/en-gb"),
  es: () => import("hyphen/es"),
  fi: () => import("hyphen/fi"),
  fr: () => import("hyphen/fr"),
  hu: () => import("hyphen/hu"),
  it: () => import("hyphen/it"),
  la: () => import("hyphen/la"),
  nl: () => import("hyphen/nl"),
  pl: () => import("hyphen/pl"),
  pt: () => import("hyphen/pt"),
  ru: () => import("hyphen/ru"),
  sk: () => import("hyphen/sk"),
  sl: () => import("hyphen/sl"),
  sv: () => import("hyphen/sv"),
  tr: () => import("hyphen/tr"),
  uk: () => import("hyphen/uk"),
};

/** How words of a language are divided (Liang's algorithm and the patterns of the TeX users); null for a language without patterns. */
export async function hyphensOf(language: string): Promise<Hyphenate | null> {
  const tag = language.toLowerCase();
  const load = ownEntry(LANGUAGES, tag) ?? ownEntry(LANGUAGES, tag.split("-")[0]!);
  if (!load) return null;
  const loaded = await load();
  const { hyphenateSync } = "default" in loaded ? loaded.default : loaded;
  return hyphenateSync;
}
