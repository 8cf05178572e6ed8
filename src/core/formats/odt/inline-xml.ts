import type { Mark, Node } from "prosemirror-model";
import {
  asMark,
  byKind,
  directionOfWords,
  markAmong,
  ownStyleOf,
  pictureWords,
  type ByInline,
  type LinkLook,
} from "@/core/document";
import { FACE_NAMES } from "@/core/styles/titles";
import { linkRuns, linkWords, tellsItself } from "../office/link-runs";
import { xmlAttribute } from "../xml/escape-xml";
import { round } from "./automatic-styles";
import { equationFrame, pictureFrame } from "./frames-xml";
import { noteXml } from "./notes-xml";
import type { OdtOutput } from "./odt-output";
import { referenceXml } from "./reference-xml";
import { wordsXml } from "./words-xml";

/** Inline content as spans, links and bookmarks. `size`: of the words around, in points. */
export function inlineXml(parent: Node, output: OdtOutput, size: number): string {
  return linkRuns(parent)
    .map(({ link, pieces }) => (link ? linkXml(link, pieces, output, size) : piecesXml(pieces, output, size)))
    .join("");
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
  const own = markAmong(marks, "word_style");
  const look = own && ownStyleOf(output.sheet, own.style);
  const [language, ...country] = markAmong(marks, "language")?.language.split("-") ?? [];
  const rtl = directionOfWords(words, output.direction) === "rtl";
  const percent = markAmong(marks, "size")?.percent;
  const points = percent === undefined ? null : round(((look?.look.size ?? size) * percent) / 100);
  return output.automatic.ofWords(own && look ? output.ownStyles.get(own.style)! : null, {
    "fo:font-weight": markAmong(marks, "strong") ? "bold" : null,
    "fo:font-style": markAmong(marks, "emphasis") ? "italic" : null,
    "style:text-underline-style": markAmong(marks, "underline") ? "solid" : null,
    "style:text-line-through-style": markAmong(marks, "strike") ? "solid" : null,
    "style:text-position": markAmong(marks, "superscript")
      ? "super 58%"
      : markAmong(marks, "subscript")
        ? "sub 58%"
        : null,
    "style:font-name": markAmong(marks, "code") ? FACE_NAMES.mono : null,
    "fo:color": markAmong(marks, "colour")?.colour,
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
  const words = linkWords(pieces);
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

/** A link to a bookmark around words that are no text of the document: a line of a list, a way back. */
export function madeLink(name: string, inside: string, style: string = LINK_STYLES.underlined): string {
  return `<text:a xlink:type="simple"${xmlAttribute("xlink:href", `#${name}`)} text:style-name="${style}" text:visited-style-name="${style}">${inside}</text:a>`;
}
