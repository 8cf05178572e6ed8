import { faceOf } from "./looks";
import type { WrittenStyle } from "./written-style";

/** What a paragraph is by its style. */
export type ParagraphKind =
  "rule" | "title" | "contents title" | "quotation" | "code" | "caption" | "body" | "own";

/** Standard styles that say nothing but where a paragraph stands; by their names in lower case. */
const PLAIN = new Set([
  "normal",
  "body text",
  "body text 2",
  "body text 3",
  "body text first indent",
  "body text indent",
  "text body",
  "first paragraph",
  "compact",
  "normal (web)",
  "no spacing",
  "list paragraph",
  "list",
  "list 2",
  "list 3",
  "list bullet",
  "list bullet 2",
  "list bullet 3",
  "list number",
  "list number 2",
  "list number 3",
  "list continue",
  "list continue 2",
  "list contents",
  "table contents",
  "table heading",
  "table text",
  "standard",
  "default",
  "default paragraph style",
  "footnote text",
  "endnote text",
  "footnote",
  "endnote",
  "header",
  "footer",
  "annotation text",
  "balloon text",
  "caption text",
  "index heading",
]);

const known = new WeakMap<WrittenStyle, ParagraphKind>();

/** What paragraphs of a style are, where no level makes them headings. */
export function paragraphKindOf(style: WrittenStyle): ParagraphKind {
  let kind = known.get(style);
  if (!kind) known.set(style, (kind = find(style)));
  return kind;
}

function find(style: WrittenStyle): ParagraphKind {
  const name = style.name.toLowerCase();
  if (name === "title") return "title";
  if (/^toc heading$|^contents heading$/.test(name)) return "contents title";
  if (/^(?:quote|intense quote|block text|quotations?|block quotation)$/.test(name)) return "quotation";
  if (/^(?:html preformatted|plain text|macro text|macro|source code|preformatted text)$/.test(name))
    return "code";
  if (
    style.own &&
    faceOf(style.run.font) === "mono" &&
    /code|source|listing|verbatim|console|terminal|program/.test(name)
  )
    return "code";
  if (/^(?:caption|illustration|drawing|figure|table)$|^(?:image|table|figure) caption$/.test(name))
    return "caption";
  if (name === "horizontal line") return "rule";
  if (PLAIN.has(name) || /^(?:toc|index|contents) \d$/.test(name)) return "body";
  return "own";
}
