import type { Attributes } from "./reading-scope";

const MAX_LETTERS = 40;

/**
 * The language of code as its class says it (HTML, section 4.5.15), or as what Gate Rope wrote says beside it; empty where nothing does.
 */
export function codeLanguage(attributes: Attributes): string {
  const own = attributes.get("data-code");
  if (own) return own.slice(0, MAX_LETTERS);
  return /(?:^|\s)lang(?:uage)?-([\w+#.-]{1,40})/.exec(attributes.get("class") ?? "")?.[1] ?? "";
}

/** Whether a class alone says the language. */
export function isSaidByClass(language: string): boolean {
  return /^[\w+#.-]*$/.test(language);
}
