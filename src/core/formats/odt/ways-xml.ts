import { HEADING_SIGN, leadsFromHeadings, wayHome, type ReturnLink, type WayOn } from "@/core/wayfinding";
import { xmlAttribute } from "../xml/escape-xml";
import { paragraphXml, type Place } from "./block-xml";
import { FRAME_STYLES } from "./frame-styles";
import { madeLink } from "./inline-xml";
import type { OdtOutput } from "./odt-output";
import { STYLE_NAMES } from "./style-names";
import { wordsXml } from "./words-xml";

/** The links that lead on from the end of a section. */
export function waysXml({ ways }: ReturnLink, place: Place, output: OdtOutput): string {
  const links = ways.map((way) => wayXml(way, way.words, output));
  return output.tagged("made", paragraphXml(STYLE_NAMES.way, links.join(" · "), place, output));
}

/**
 * The sign that leads back from a heading, in a frame beside it: among its words, programs would repeat it in their contents lists. Empty
 * where the document asks for none.
 */
export function besideHeading(output: OdtOutput): string {
  if (!leadsFromHeadings(output.index)) return "";
  const number = output.next();
  const name = output.clean ? `Way back ${number}` : `gate-rope:made #${number}`;
  const style = output.direction === "rtl" ? FRAME_STYLES.left : FRAME_STYLES.right;
  const link = wayXml(wayHome(output.index), HEADING_SIGN, output);
  return `<draw:frame draw:style-name="${style}"${xmlAttribute("draw:name", name)} text:anchor-type="paragraph" svg:width="18pt"><draw:text-box fo:min-height="12pt"><text:p text:style-name="${STYLE_NAMES.way}">${link}</text:p></draw:text-box></draw:frame>`;
}

function wayXml({ to }: WayOn, words: string, output: OdtOutput): string {
  const link = output.linkToPlace(to, words);
  return link.kind === "place" ? madeLink(link.name, wordsXml(words)) : "";
}
