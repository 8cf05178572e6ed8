import type { Node } from "prosemirror-model";
import type { DestinationId } from "@/core/document";
import { highestLevel } from "@/core/index";
import { labelParts, SERIES, type CaptionKind } from "../office/caption-label";
import type { DocxOutput } from "./docx-output";
import { fieldXml } from "./fields-xml";
import { inlineXml } from "./inline-xml";
import { runXml } from "./run-xml";

/**
 * The label and the words of a caption, with bookmarks around what cross-references say of it. Empty where there is neither. `node` holds the
 * words; null for none.
 */
export function captionXml(
  node: Node | null,
  id: DestinationId | null,
  kind: CaptionKind,
  output: DocxOutput,
): string {
  const { index, sheet, names } = output;
  const label = id ? index.captions.get(id) : undefined;
  const words = node ? inlineXml(node, output, { size: sheet.styles.caption.size }) : "";
  if (label === undefined || id === null) return words;
  const part = (of: "label" | "number" | "title" | "caption", xml: string) =>
    output.isReferred(id) ? output.bookmarked(names.partOf(id, of), xml) : xml;
  const { before, number } = labelParts(label, sheet.captions[kind]);
  const dot = number.lastIndexOf(".");
  const [chapter, count] = [number.slice(0, dot + 1), number.slice(dot + 1)];
  const top = highestLevel(index.headings);
  const counted =
    (chapter ? fieldXml(`STYLEREF ${top} \\s`, runXml(chapter.slice(0, -1), "")) + runXml(".", "") : "") +
    fieldXml(`SEQ ${SERIES[kind]} \\* ARABIC${chapter ? ` \\s ${top}` : ""}`, runXml(count, ""));
  const labelled = part("label", runXml(before, "") + part("number", counted));
  return words ? part("caption", `${labelled}${runXml(". ", "")}${part("title", words)}`) : labelled;
}
