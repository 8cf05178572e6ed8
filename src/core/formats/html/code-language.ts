import type { Attributes } from "./reading-scope";

/** The language of code as its class says it (HTML, section 4.5.15); empty where it does not. */
export function codeLanguage(attributes: Attributes): string {
  return /(?:^|\s)lang(?:uage)?-([\w+#-]{1,40})/.exec(attributes.get("class") ?? "")?.[1] ?? "";
}
