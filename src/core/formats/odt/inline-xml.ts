import type { Mark, Node } from "prosemirror-model";
import {
  asMark,
  byKind,
  directionOfWords,
  isMark,
  ownStyleOf,
  pictureWords,
  type ByInline,
  type LinkLook,
  type LinkTarget,
} from "@/core/document";
import { FACE_NAMES } from "@/core/styles/titles";
import { xmlAttribute } from "../xml/escape-xml";
import { round } from "./automatic-styles";
import { equationFrame, pictureFrame } from "./frames-xml";
import { noteXml } from "./notes-xml";
import type { OdtOutput } from "./odt-output";
import { referenceXml } from "./reference-xml";
import { ownStyleName } from "./styles-xml";
import { wordsXml } from "./words-xml";

/** Inline content as spans, links and bookmarks. `size`: of the words around, in points. */
export function inlineXml(parent: Node, output: OdtOutput, size: number): string {
  let xml = "";
  const { content } = parent.content;
  for (let i = 0; i < content.length;) {
    const link = linkOn(content[i]!);
    let end = i + 1;
    if (link) while (end < content.length && linkOn(content[end]!)?.eq(link)) end++;
    const pieces = content.slice(i, end);
    xml += link ? linkXml(link, pieces, output, size) : piecesXml(pieces, output, size);
    i = end;
  }
  return xml;
}

function linkOn(node: Node): Mark | null {
  return node.marks.find((mark) => isMark(mark, "link")) ?? null;
}

function piecesXml(pieces: readonly Node[], output: OdtOutput, size: number): string {
  let xml = "";
  for (const piece of pieces) {
    const { begin, end } = output.rangesAt(piece);
    xml += begin + byKind(LEAVES, piece, output, size) + end;
  }
  return xml;
}

const LEAVES: ByInline<[output: OdtOutput, size: number], string> = {
  text: (node, _text, output, size) => markedXml(node, node.text!, output, size),
  hard_break: () => "<text:line-break/>",
  formula: (_node, { tex }, output) => equationFrame(tex, output),
  picture: (node, { picture, height, decorative }, output, size) =>
    pictureFrame(
      {
        name: picture,
        alt: pictureWords(node),
        decorative,
        height: height === null ? null : (height / 100) * size,
        place: "line",
      },
      output,
    ),
  note: (node, _note, output) => noteXml(node, output),
  note_paragraph: () => "",
  computation: (node, { expression }, output, size) => {
    const words = output.references.value(node) || "…";
    const tag = `value ${output.clean ? "" : output.keep(expression)}`;
    return styledXml(output.taggedWords(tag, wordsXml(words)), styleOf(node.marks, words, output, size));
  },
  cross_reference: (node, _reference, output, size) => referenceXml(node, output, size),
  bookmark_point: (_node, { id }, output) =>
    output.isPlace(id) ? `<text:bookmark${xmlAttribute("text:name", output.names.nameOf(id))}/>` : "",
};

/** Words with the looks of a node. */
export function markedXml(node: Node, words: string, output: OdtOutput, size: number): string {
  return styledXml(wordsXml(words), styleOf(node.marks, words, output, size));
}

export function styledXml(content: string, style: string | null): string {
  return style && content ? `<text:span text:style-name="${style}">${content}</text:span>` : content;
}

/** The style of words that carry marks; null for plain ones. */
export function styleOf(
  marks: readonly Mark[],
  words: string,
  output: OdtOutput,
  size: number,
): string | null {
  const has = (kind: "strong" | "emphasis" | "underline" | "strike" | "code" | "superscript" | "subscript") =>
    marks.some((mark) => isMark(mark, kind));
  const of = <K extends "word_style" | "language" | "colour" | "size">(kind: K) => {
    for (const mark of marks) {
      const found = asMark(mark, kind);
      if (found) return found;
    }
    return null;
  };
  const own = of("word_style");
  const look = own && ownStyleOf(output.sheet, own.style);
  const [language, ...country] = of("language")?.language.split("-") ?? [];
  const rtl = directionOfWords(words, output.direction) === "rtl";
  const percent = of("size")?.percent;
  const points = percent === undefined ? null : round(((look?.look.size ?? size) * percent) / 100);
  return output.automatic.ofWords(own && look ? ownStyleName(own.style, output.sheet) : null, {
    "fo:font-weight": has("strong") ? "bold" : null,
    "fo:font-style": has("emphasis") ? "italic" : null,
    "style:text-underline-style": has("underline") ? "solid" : null,
    "style:text-line-through-style": has("strike") ? "solid" : null,
    "style:text-position": has("superscript") ? "super 58%" : has("subscript") ? "sub 58%" : null,
    "style:font-name": has("code") ? FACE_NAMES.mono : null,
    "fo:color": of("colour")?.colour,
    "fo:font-size": points === null ? null : `${points}pt`,
    "fo:language": language,
    "fo:country": language === undefined ? null : country.join("-") || "none",
    "style:language-complex": rtl ? language : null,
  });
}

/** The names of the styles of links. */
export const LINK_STYLES: Readonly<Record<LinkLook, string>> = {
  underlined: "Internet_20_link",
  plain: "Link_20_plain",
  button: "Link_20_button",
};

function linkXml(mark: Mark, pieces: readonly Node[], output: OdtOutput, size: number): string {
  const { target, look, hint } = asMark(mark, "link")!;
  const words = pieces.map(({ text }) => text ?? " ").join("");
  const inside = piecesXml(pieces, output, size);
  const link = output.linkTo(target, words);
  const href = !link ? null : link.kind === "place" ? `#${link.name}` : addressFrom(link.address);
  const style = LINK_STYLES[look];
  const written =
    href === null
      ? inside
      : `<text:a xlink:type="simple"${xmlAttribute("xlink:href", href)}${xmlAttribute("office:title", hint || null)} text:style-name="${style}" text:visited-style-name="${style}">${inside}</text:a>`;
  if ((tellsItself(target) && link) || output.clean) return written;
  return output.taggedWords(`link ${output.keep({ target, look, hint })}`, written);
}

/** What lies beside the file is one step up from within its archive. */
function addressFrom(address: string): string {
  return /^[a-z][a-z+.-]*:|^\//i.test(address) ? address : `../${address}`;
}

function tellsItself({ kind }: LinkTarget): boolean {
  return kind !== "document" && kind !== "file" && kind !== "action";
}

/** A link to a bookmark around words that are no text of the document: a line of a list, a way back. */
export function madeLink(name: string, inside: string, style: string = LINK_STYLES.underlined): string {
  return `<text:a xlink:type="simple"${xmlAttribute("xlink:href", `#${name}`)} text:style-name="${style}" text:visited-style-name="${style}">${inside}</text:a>`;
}
