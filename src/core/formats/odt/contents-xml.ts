import type { Node } from "prosemirror-model";
import type { NodeAttributes } from "@/core/document";
import { indexedKey } from "@/core/index";
import {
  entryWords,
  indexLines,
  isBookIndex,
  isMenu,
  kindOf,
  levelsOf,
  listEntries,
  optionsOf,
  partsOfLine,
  placedIn,
  writtenOptions,
  type ContentsEntry,
} from "@/core/wayfinding";
import { SERIES } from "../office/caption-label";
import { escapeXml, xmlAttribute } from "../xml/escape-xml";
import { paragraphXml, taggedAs, type Place } from "./block-xml";
import { LINK_STYLES, madeLink } from "./inline-xml";
import type { OdtOutput } from "./odt-output";
import { STYLE_NAMES } from "./style-names";
import { wordsXml } from "./words-xml";

/** A generated list: as the element that makes it again where the standard has one (ISO 26300-1, 8.3), else as its lines. */
export function contentsXml(
  node: Node,
  { id, heading, from, to }: NodeAttributes["contents_list"],
  place: Place,
  output: OdtOutput,
): string {
  const json = writtenOptions(node);
  const kept = { heading, from, to, list: json === "" ? {} : (JSON.parse(json) as unknown) };
  const tag = taggedAs(`list ${output.clean ? "" : output.keep(kept)}`, id, output);
  const title = heading ? paragraphXml(STYLE_NAMES.contentsTitle, wordsXml(heading), place, output) : "";
  if (placedIn(node))
    return output.tagged(tag, output.placedBeside(id, paragraphXml(place.style, "", place, output)));
  const lines = linesOf(node, place, output);
  const element = isMenu(node) || optionsOf(node).chosen ? null : elementOf(node);
  if (!element) return output.tagged(tag, output.placedBeside(id, title + lines));
  const { name, attributes, templates } = element;
  const source = `<text:${name}-source${attributes}><text:index-title-template text:style-name="${STYLE_NAMES.contentsTitle}">${escapeXml(heading)}</text:index-title-template>${templates}</text:${name}-source>`;
  const titled = title
    ? `<text:index-title text:style-name="Section" text:name="title ${output.next()}">${title}</text:index-title>`
    : "";
  const body = output.placedBeside(id, titled + lines);
  const called = output.clean ? `List ${output.next()}` : `gate-rope:${tag} #${output.next()}`;
  const style = output.automatic.ofSection(isBookIndex(node) ? (optionsOf(node).columns ?? 1) : 1);
  return `<text:${name} text:style-name="${style}"${xmlAttribute("text:name", called)}>${source}<text:index-body>${body}</text:index-body></text:${name}>`;
}

interface ListElement {
  readonly name: string;
  readonly attributes: string;
  readonly templates: string;
}

/** The element that makes a list; null for one that the standard has none for. */
function elementOf(node: Node): ListElement | null {
  const { pageless, leaderless } = optionsOf(node);
  const { to } = levelsOf(node);
  const kind = kindOf(node);
  const page = pageless
    ? ""
    : `<text:index-entry-tab-stop style:type="right"${leaderless ? "" : ' style:leader-char="."'}/><text:index-entry-page-number/>`;
  const line = `<text:index-entry-text/>${page}`;
  const template = (name: string, levels: readonly string[], style: (level: number) => string) =>
    levels
      .map((level, i) => `<text:${name}${level} text:style-name="${style(i + 1)}">${line}</text:${name}>`)
      .join("");
  if (kind === "sections" || kind === "section")
    return {
      name: "table-of-content",
      attributes: ` text:outline-level="${to}"${kind === "section" ? ' text:index-scope="chapter"' : ""}`,
      templates: template(
        "table-of-content-entry-template",
        [1, 2, 3, 4, 5, 6].map((level) => ` text:outline-level="${level}"`),
        (level) => `Contents_20_${level}`,
      ),
    };
  if (kind === "figures" || kind === "tables" || kind === "equations") {
    const name = kind === "tables" ? "table-index" : "illustration-index";
    const series = kind === "figures" ? SERIES.figure : kind === "tables" ? SERIES.table : SERIES.equation;
    return {
      name,
      attributes: ` text:caption-sequence-name="${series}" text:caption-sequence-format="text"`,
      templates: template(`${name}-entry-template`, [""], () => "Contents_20_1"),
    };
  }
  if (isBookIndex(node))
    return {
      name: "alphabetical-index",
      attributes: "",
      templates: template(
        "alphabetical-index-entry-template",
        ["1", "2", "3"].map((level) => ` text:outline-level="${level}"`),
        (level) => `Index_20_${level}`,
      ),
    };
  return null;
}

function linesOf(node: Node, place: Place, output: OdtOutput): string {
  if (isBookIndex(node)) return indexLinesOf(place, output);
  const entries = listEntries(output.index, node);
  if (entries.length === 0)
    return paragraphXml(place.style, wordsXml(output.says.nothingListed), place, output);
  const { pageless, flush, stacked, cards } = optionsOf(node);
  if (isMenu(node)) {
    const links = entries.map((entry) => menuLink(entry, output));
    return stacked || cards
      ? links.map((link) => paragraphXml(place.style, link, place, output)).join("")
      : paragraphXml(place.style, links.join('<text:s text:c="3"/>'), place, output);
  }
  const kind = kindOf(node);
  const isFlat = flush || kind === "figures" || kind === "tables" || kind === "equations";
  return entries
    .map((entry) => {
      const words = entryWords(entry);
      const link = output.linkToPlace(entry.id, words);
      const at = output.index.destination(entry.id);
      const page = pageless || !at ? "" : `<text:tab/>${escapeXml(output.pageOf(at.pos))}`;
      const style = `Contents_20_${isFlat ? 1 : Math.min(entry.depth + 1, 6)}`;
      const name = link.kind === "place" ? link.name : "";
      return paragraphXml(style, madeLink(name, wordsXml(words) + page), place, output);
    })
    .join("");
}

function menuLink(entry: ContentsEntry, output: OdtOutput): string {
  const words = entryWords(entry);
  const link = output.linkToPlace(entry.id, words);
  return link.kind === "place" ? madeLink(link.name, wordsXml(words), LINK_STYLES.button) : "";
}

/** The links of a menu that stands in the lines of pages. */
export function menuLine(node: Node, output: OdtOutput): string {
  return listEntries(output.index, node)
    .map((entry) => menuLink(entry, output))
    .join('<text:s text:c="3"/>');
}

function indexLinesOf(place: Place, output: OdtOutput): string {
  const lines = indexLines(output.index);
  if (lines.length === 0)
    return paragraphXml(place.style, wordsXml(output.says.nothingListed), place, output);
  return lines
    .map((line) => {
      const parts = partsOfLine(line, output.index, output.pages).map(({ words, place: at }) => {
        if (!at) return wordsXml(words);
        const name = output.nameOfIndexed(indexedKey(at.id, at.entry));
        output.linkToName(name, words);
        return madeLink(name, wordsXml(words));
      });
      return paragraphXml(`Index_20_${line.depth + 1}`, parts.join(""), place, output);
    })
    .join("");
}
