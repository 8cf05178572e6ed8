import type { Node } from "prosemirror-model";
import type { DestinationId } from "@/core/document";
import { highestLevel } from "@/core/index";
import { labelParts, SERIES, type CaptionKind } from "../office/caption-label";
import { escapeXml, xmlAttribute } from "../xml/escape-xml";
import { inlineXml } from "./inline-xml";
import type { OdtOutput } from "./odt-output";
import { wordsXml } from "./words-xml";

/** The label and the words of a caption; empty where there is neither. `node` holds the words; null for none. */
export function captionXml(
  node: Node | null,
  id: DestinationId | null,
  kind: CaptionKind,
  output: OdtOutput,
): string {
  const { index, sheet, names } = output;
  const label = id ? index.captions.get(id) : undefined;
  const words = node ? inlineXml(node, output, sheet.styles.caption.size) : "";
  if (label === undefined || id === null) return words;
  const { before, number } = labelParts(label, sheet.captions[kind]);
  const series = SERIES[kind];
  const counted = `<text:sequence${xmlAttribute("text:ref-name", names.partOf(id, "label"))} text:name="${series}" text:formula="ooow:${series}+1" style:num-format="1">${escapeXml(number)}</text:sequence>`;
  return wordsXml(before) + counted + (words ? `. ${words}` : "");
}

/** What is counted, before the text (ISO 26300-1, 7.4.12). */
export function sequencesXml({ sheet, index }: OdtOutput): string {
  const top = highestLevel(index.headings);
  const level = sheet.captions.count === "chapter" && index.headings.length > 0 ? top : 0;
  const parts = level > 0 ? ' text:separation-character="."' : "";
  const declared = Object.values(SERIES).map(
    (series) => `<text:sequence-decl text:display-outline-level="${level}"${parts} text:name="${series}"/>`,
  );
  return `<text:sequence-decls>${declared.join("")}</text:sequence-decls>`;
}
