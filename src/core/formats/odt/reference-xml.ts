import type { Node } from "prosemirror-model";
import { asKind, type ReferenceField } from "@/core/document";
import type { Destination } from "@/core/index";
import { xmlAttribute } from "../xml/escape-xml";
import { styledXml, styleOf } from "./inline-xml";
import type { OdtOutput } from "./odt-output";
import { wordsXml } from "./words-xml";

/** A cross-reference as elements that say the same and carry what they say now (ISO 26300-1, 7.7). */
export function referenceXml(node: Node, output: OdtOutput, size: number): string {
  const { target, form, linked } = asKind(node, "cross_reference")!;
  const parts = output.references.parts(node);
  const words = parts.map((part) => part.words).join("");
  const styled = (content: string) => styledXml(content, styleOf(node.marks, words, output, size));
  const keep = (kept: unknown, content: string) =>
    output.clean ? content : output.taggedWords(`reference ${output.keep(kept)}`, content);
  const landing = output.landing(target);
  const place = output.index.destination(target.id);
  if (!place || !output.isPlace(landing))
    return styled(keep({ target: { was: target.was ?? target.id }, form, linked }, wordsXml(words)));
  const name = output.names.nameOf(landing);
  const xml = parts
    .map((part) =>
      part.field === null ? wordsXml(part.words) : saying(part.field, part.words, place, name, output),
    )
    .join("");
  return SAYS_ITSELF[place.kind]?.includes(form) && linked
    ? styled(xml)
    : styled(keep({ place: name, form, linked }, xml));
}

/** Forms that are read from the element alone, by the kind of their place. */
const SAYS_ITSELF: Partial<Record<Destination["kind"], readonly string[]>> = {
  heading: ["{title}", "{number}", "{where}", "{pagenumber}"],
  figure: ["{label}", "{caption}", "{title}", "{number}", "{where}", "{pagenumber}"],
  table: ["{label}", "{caption}", "{title}", "{number}", "{where}", "{pagenumber}"],
};

const OF_SEQUENCES: Partial<Record<ReferenceField, string>> = {
  number: "value",
  title: "caption",
  label: "category-and-value",
  caption: "text",
  pagenumber: "page",
  where: "direction",
};
const OF_BOOKMARKS: Partial<Record<ReferenceField, string>> = {
  number: "number",
  title: "text",
  words: "text",
  pagenumber: "page",
  where: "direction",
};

/** The element that says one part. */
function saying(
  field: ReferenceField,
  words: string,
  place: Destination,
  name: string,
  output: OdtOutput,
): string {
  if (place.kind === "note") {
    output.linkToName(name, words);
    return `<text:note-ref text:note-class="${place.place}note" text:reference-format="text"${xmlAttribute("text:ref-name", name)}>${wordsXml(words)}</text:note-ref>`;
  }
  const counted = output.index.captions.has(place.id);
  const format = (counted ? OF_SEQUENCES : OF_BOOKMARKS)[field];
  if (format === undefined) return wordsXml(words);
  const [element, to] = counted
    ? ["text:sequence-ref", output.names.partOf(place.id, "label")]
    : ["text:bookmark-ref", name];
  output.linkToName(to, words);
  return `<${element} text:reference-format="${format}"${xmlAttribute("text:ref-name", to)}>${wordsXml(words)}</${element}>`;
}
