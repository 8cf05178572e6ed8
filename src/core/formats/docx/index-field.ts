import { fixedWords } from "@/core/document";
import type { FieldCode } from "./field-code";

/** An entry of an index as an element of HTML tells of it (ISO 29500-1, 17.16.5.75: XE). */
export function indexEntryOf(code: FieldCode, language: string | null): ReadonlyMap<string, string> {
  const [main = "", sub = ""] = (code.words[0] ?? "")
    .split(/(?<!\\):/)
    .map((part) => part.replace(/\\:/g, ":").trim());
  const said = code.switches.get("t") ?? "";
  const { see, also } = sentTo(said, language);
  return new Map([
    ["data-type", "indexterm"],
    ["data-primary", main],
    ...(sub ? [["data-secondary", sub] as const] : []),
    ...(see ? [["data-see", see] as const] : []),
    ...(also ? [["data-seealso", also] as const] : []),
  ]);
}

/** The entries that an entry sends its readers to: `see lamps; see also wicks`, in English or in the language of the document. */
function sentTo(said: string, language: string | null): { readonly see: string; readonly also: string } {
  const sent = { see: "", also: "" };
  const both = [fixedWords(language ?? "en"), fixedWords("en")];
  const behind = (words: string, sign: string) =>
    words.toLowerCase().startsWith(`${sign.toLowerCase()} `) ? words.slice(sign.length + 1).trim() : null;
  const parts = said.split(/;\s(?=\S)/);
  for (let i = 0; i < parts.length; i++) {
    for (const says of both) {
      const also = behind(parts[i]!, says.seeAlso);
      const see = also === null ? behind(parts[i]!, says.see) : null;
      if (also === null && see === null) continue;
      const key = also === null ? "see" : "also";
      // A semicolon may stand in an entry.
      const rest: string[] = [];
      while (
        i + 1 < parts.length &&
        both.every(
          (it) => behind(parts[i + 1]!, it.see) === null && behind(parts[i + 1]!, it.seeAlso) === null,
        )
      )
        rest.push(parts[++i]!);
      sent[key] ||= [also ?? see ?? "", ...rest].join("; ");
      break;
    }
  }
  return sent;
}
