import type { Mark, Node } from "prosemirror-model";
import { directionOfWords, markAmong, ownStyleOf, type LinkLook } from "@/core/document";
import { xmlAttribute, escapeXml } from "../xml/escape-xml";
import type { DocxOutput } from "./docx-output";
import { colourXml, sizeXml } from "./styles-xml";

/** What words stand among. */
export interface Around {
  /** The size of the words of their block, in points. */
  readonly size: number;
  /** Whether white space is kept as it was typed. */
  readonly code?: boolean;
}

const LINKS: Readonly<Record<LinkLook, string>> = {
  underlined: "Hyperlink",
  plain: "LinkPlain",
  button: "LinkButton",
};

/** How words look that carry marks, in the order that the standard asks for (ISO 29500-1, 17.3.2.28). Empty for plain ones. */
export function runLookXml(
  marks: readonly Mark[],
  words: string,
  around: Around,
  output: DocxOutput,
): string {
  const own = markAmong(marks, "word_style");
  const ownLook = own && ownStyleOf(output.sheet, own.style);
  const ownStyle = own && ownLook ? output.ownStyles.get(own.style) : undefined;
  const link = markAmong(marks, "link");
  const named =
    ownStyle ??
    (markAmong(marks, "code")
      ? "HTMLCode"
      : link
        ? LINKS[link.look]
        : markAmong(marks, "strong")
          ? "Strong"
          : markAmong(marks, "emphasis")
            ? "Emphasis"
            : null);
  const language = markAmong(marks, "language")?.language;
  const rtl = directionOfWords(words, output.direction) === "rtl";
  const colour = markAmong(marks, "colour");
  const size = markAmong(marks, "size");
  const parts = [
    named ? `<w:rStyle w:val="${named}"/>` : "",
    markAmong(marks, "strong") && named !== "Strong" ? "<w:b/>" : "",
    markAmong(marks, "emphasis") && named !== "Emphasis" ? "<w:i/>" : "",
    markAmong(marks, "strike") ? "<w:strike/>" : "",
    markAmong(marks, "code") && named !== "HTMLCode"
      ? '<w:rFonts w:ascii="JetBrains Mono" w:hAnsi="JetBrains Mono" w:cs="JetBrains Mono"/>'
      : "",
    colour ? colourXml(colour.colour) : "",
    size ? sizeXml(((ownLook?.look.size ?? around.size) * size.percent) / 100) : "",
    markAmong(marks, "underline") ? '<w:u w:val="single"/>' : "",
    markAmong(marks, "superscript")
      ? '<w:vertAlign w:val="superscript"/>'
      : markAmong(marks, "subscript")
        ? '<w:vertAlign w:val="subscript"/>'
        : "",
    rtl ? "<w:rtl/>" : "",
    language ? `<w:lang${xmlAttribute(rtl ? "w:bidi" : "w:val", language)}/>` : "",
  ].join("");
  return parts && `<w:rPr>${parts}</w:rPr>`;
}

/** The id of the style of a paragraph that its author made; null for none. */
export function ownStyleId(style: string | null, output: DocxOutput): string | null {
  return style !== null && ownStyleOf(output.sheet, style)?.of === "paragraphs"
    ? (output.ownStyles.get(style) ?? null)
    : null;
}

/** Words as a run, ends of lines and tabs as the standard has them. */
export function runXml(words: string, look: string): string {
  if (words === "") return "";
  if (!/[\n\t\r]/.test(words)) return `<w:r>${look}${textXml(words)}</w:r>`;
  const parts = words
    .split(/(\r\n|[\n\r\t])/)
    .map((part) =>
      part === "\t" ? "<w:tab/>" : /^[\r\n]/.test(part) ? "<w:br/>" : part === "" ? "" : textXml(part),
    );
  return `<w:r>${look}${parts.join("")}</w:r>`;
}

function textXml(words: string): string {
  const space = /^\s|\s$|\s\s/.test(words) ? ' xml:space="preserve"' : "";
  return `<w:t${space}>${escapeXml(words)}</w:t>`;
}

/** A run of words with the marks of a node. */
export function markedRun(node: Node, words: string, around: Around, output: DocxOutput): string {
  return runXml(words, runLookXml(node.marks, words, around, output));
}
