import type { ReturnRule } from "@/core/document";

/*
 * What CommonMark has no words for, kept in comments and plain lines that other programs show sensibly or not at all.
 * `docs/formats.md` describes them for readers of the files.
 */

/** Stands after each generated return link, so that reading leaves the link to the rule. */
export const RETURN_SIGN = "<!-- return -->";

/** Ends a generated contents list. */
export const CONTENTS_END = "<!-- /contents -->";

/** `<!-- contents 1-3 #anchor: Contents -->` begins a generated contents list. */
export function contentsComment(from: number, to: number, anchor: string, heading: string): string {
  return `<!-- contents ${from}-${to} #${anchor}: ${heading.replace(/--+>?/g, "–")} -->`;
}

/** What the comment that begins a contents list says, or null for another text. */
export function contentsStart(text: string) {
  const found = /^<!-- contents ([1-6])-([1-6])(?: #(\S+?))?: (.*) -->/.exec(text);
  return found
    ? { from: Number(found[1]), to: Number(found[2]), anchor: found[3] ?? null, heading: found[4]! }
    : null;
}

/** `<!-- returns 1,2: words -->` holds the rule for return links. */
export function returnsComment(rule: ReturnRule): string {
  return `<!-- returns ${rule.levels.join(",")}${rule.words ? `: ${rule.words.replace(/--+>?/g, "–")}` : ""} -->`;
}

/** The rule that such a comment holds, or null for another text. */
export function returnsRule(text: string): ReturnRule | null {
  const found = /^<!-- returns ([1-6](?:,[1-6])*)(?:: (.*))? -->$/.exec(text);
  return found ? { levels: found[1]!.split(",").map(Number), words: found[2] ?? "" } : null;
}

/** `Table: …` right after a table is its caption. */
export function tableCaption(text: string): string | null {
  return /^\s*Table:\s*(\S[\s\S]*)$/.exec(text)?.[1] ?? null;
}
