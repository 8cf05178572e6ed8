import type { Alignment } from "@/core/document";

/** What a paragraph says of itself. Lengths are twentieths of a point. */
export interface ParagraphSettings {
  readonly style?: string | null;
  readonly keepNext?: boolean;
  readonly newPage?: boolean;
  /** The side at which it stands beside the paragraph that follows. */
  readonly beside?: "left" | "right";
  readonly list?: { readonly id: number; readonly level: number } | null;
  /** A line at the left, as six hexadecimal digits. */
  readonly edge?: string | null;
  /** A line below, across the text. */
  readonly line?: boolean;
  readonly tabs?: string;
  readonly rtl?: boolean;
  readonly indent?: number;
  readonly align?: Alignment | "both";
  readonly section?: string;
}

/** A frame (17.3.1.11) that is as wide as its words. */
function besideNext(side: "left" | "right"): string {
  return `<w:framePr w:hSpace="60" w:wrap="around" w:vAnchor="text" w:hAnchor="margin" w:xAlign="${side}" w:y="1"/>`;
}

/** A paragraph with its settings in the order that the standard asks for (ISO 29500-1, 17.3.1.26). */
export function paragraphXml(settings: ParagraphSettings, content: string): string {
  const { style, keepNext, newPage, beside, list, edge, line, tabs, rtl, indent, align, section } = settings;
  const said = [
    style ? `<w:pStyle w:val="${style}"/>` : "",
    keepNext ? "<w:keepNext/>" : "",
    newPage ? "<w:pageBreakBefore/>" : "",
    beside ? besideNext(beside) : "",
    list ? `<w:numPr><w:ilvl w:val="${list.level}"/><w:numId w:val="${list.id}"/></w:numPr>` : "",
    edge || line
      ? `<w:pBdr>${edge ? `<w:left w:val="single" w:sz="24" w:space="8" w:color="${edge}"/>` : ""}${line ? '<w:bottom w:val="single" w:sz="6" w:space="1" w:color="BFB7A6"/>' : ""}</w:pBdr>`
      : "",
    tabs ? `<w:tabs>${tabs}</w:tabs>` : "",
    rtl === undefined ? "" : `<w:bidi w:val="${rtl ? 1 : 0}"/>`,
    indent ? `<w:ind w:left="${indent}"/>` : "",
    align ? `<w:jc w:val="${align === "justify" ? "both" : align}"/>` : "",
    section ?? "",
  ].join("");
  return `<w:p>${said && `<w:pPr>${said}</w:pPr>`}${content}</w:p>`;
}

/** A stop for what stands at the right end of a line, in twentieths of a point, with dots up to it. */
export function rightTab(at: number, dots: boolean): string {
  return `<w:tab w:val="right"${dots ? ' w:leader="dot"' : ""} w:pos="${at}"/>`;
}
