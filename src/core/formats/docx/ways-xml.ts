import { HEADING_SIGN, leadsFromHeadings, wayHome, type ReturnLink, type WayOn } from "@/core/wayfinding";
import type { DocxOutput } from "./docx-output";
import { madeLink, styledRun } from "./inline-xml";
import { paragraphXml } from "./paragraph-xml";
import { runXml } from "./run-xml";
import { STYLE_IDS } from "./style-ids";

/** The links that lead on from the end of a section. */
export function waysXml({ ways }: ReturnLink, output: DocxOutput): string {
  const links = ways.map((way) => wayXml(way, way.words, output));
  return output.tagged("made", paragraphXml({ style: STYLE_IDS.way }, links.join(runXml(" · ", ""))));
}

/**
 * The sign that leads back from a heading, in a frame beside it: among its words, programs would repeat it in their contents lists. Empty
 * where the document asks for none.
 */
export function besideHeading(output: DocxOutput): string {
  if (!leadsFromHeadings(output.index)) return "";
  const link = wayXml(wayHome(output.index), HEADING_SIGN, output);
  const beside = output.direction === "rtl" ? "left" : "right";
  return output.tagged("made", paragraphXml({ style: STYLE_IDS.way, keepNext: true, beside }, link));
}

function wayXml({ to }: WayOn, words: string, output: DocxOutput): string {
  const link = output.linkToPlace(to, words);
  return link.kind === "place" ? madeLink(link.name, styledRun("Hyperlink", words)) : "";
}
