import {
  keptFrom,
  promisesText,
  listOptionsFrom,
  noticeKindOf,
  returnAlsoFrom,
  shortTitleFrom,
  type NoticeKind,
  type ReturnRule,
} from "@/core/document";

/*
 * What CommonMark has no words for, kept in comments and plain lines that other programs show sensibly or not at all.
 * `docs/formats.md` describes them for readers of the files.
 */

/** Stands after each generated return link, so that reading leaves the link to the rule. */
export const RETURN_MARKER = "<!-- return -->";

/** Ends a generated contents list. */
export const CONTENTS_END = "<!-- /contents -->";

/** `<!-- contents 1-3 #anchor: Contents -->` begins a generated contents list; options that are not at first stand before the anchor, as JSON. */
export function contentsComment(
  { from, to, options }: { from: number; to: number; options: string },
  anchor: string,
  heading: string,
): string {
  // No comment holds two hyphens; in JSON they can be written otherwise.
  const written = options === "" ? "" : ` ${options.replaceAll("-", "\\u002d")}`;
  return `<!-- contents ${from}-${to}${written} #${anchor}: ${heading.replace(/--+>?/g, "–")} -->`;
}

/** What the comment that begins a contents list says, or null for another text. */
export function contentsStart(text: string) {
  const found = /^<!-- contents ([1-6])-([1-6])(?: (\{.*?\}))?(?: #(\S+?))?: (.*) -->/.exec(text);
  return found
    ? {
        from: Number(found[1]),
        to: Number(found[2]),
        list: listOptionsFrom(found[3]),
        anchor: found[4] ?? null,
        heading: found[5]!,
      }
    : null;
}

/** `short="In brief"` among the attributes of a heading. What could mean something in Markdown is written as in an address. */
export function shortTitleAttribute(short: string): string {
  const plain = short.replace(/[^\p{L}\p{N} ,;]/gu, (character) => {
    const coded = encodeURIComponent(character.isWellFormed() ? character : "\ufffd");
    return coded === character ? `%${character.charCodeAt(0).toString(16).toUpperCase()}` : coded;
  });
  return `short="${plain}"`;
}

/** The short title among the attributes of a heading, and the rest of them. */
export function shortTitleIn(attributes: string): { short: string; rest: string } {
  const found = /(?:^|\s)short="([^"]*)"/u.exec(attributes);
  if (!found) return { short: "", rest: attributes };
  const rest = attributes.slice(0, found.index) + attributes.slice(found.index + found[0].length);
  try {
    return { short: shortTitleFrom(decodeURIComponent(found[1]!)), rest };
  } catch {
    return { short: shortTitleFrom(found[1]), rest };
  }
}

/** `<!-- returns 1,2: words -->` holds the rule for return links, with what it promises (`keeps closer=3,promises,jumps=2`). */
export function returnsComment(rule: ReturnRule): string {
  const to = rule.to === "top" || rule.to === "parent" ? ` to ${rule.to}` : "";
  const also = rule.also?.length ? ` also ${rule.also.join(",")}` : "";
  const keeps = promisesText(rule);
  const kept = keeps === "" ? "" : ` keeps ${keeps.replaceAll(" ", ",")}`;
  return `<!-- returns ${rule.levels.join(",") || "none"}${to}${also}${kept}${rule.words ? `: ${rule.words.replace(/--+>?/g, "–")}` : ""} -->`;
}

/** The rule that such a comment holds, or null for another text. */
export function returnsRule(text: string): ReturnRule | null {
  const found =
    /^<!-- returns (none|[1-6](?:,[1-6])*)(?: to (top|parent))?(?: also ([a-z,]+))?(?: keeps ([a-z0-9.=,]+))?(?:: (.*))? -->$/.exec(
      text,
    );
  if (!found) return null;
  const to = found[2] === "top" || found[2] === "parent" ? found[2] : null;
  return {
    levels: found[1] === "none" ? [] : found[1]!.split(",").map(Number),
    words: found[5] ?? "",
    ...(to && { to }),
    ...returnAlsoFrom(found[3]),
    ...keptFrom(found[4]),
  };
}

/** `Table: …` right after a table is its caption. */
export function tableCaption(text: string): string | null {
  return /^\s*Table:\s*(\S[\s\S]*)$/.exec(text)?.[1] ?? null;
}

/** The sign with which a quotation begins that is a notice. */
export function noticeMarker(kind: NoticeKind): string {
  return `[!${kind.toUpperCase()}]`;
}

/** The kind of a notice whose sign a text begins with, and what follows the sign in its line; null where none stands. */
export function noticeIn(text: string): { readonly kind: NoticeKind; readonly rest: string } | null {
  const [, word, rest] = /^\[!([A-Za-z]+)\][-+]?[ \t]*(.*)$/s.exec(text) ?? [];
  const kind = noticeKindOf(word);
  return kind ? { kind, rest: rest! } : null;
}
