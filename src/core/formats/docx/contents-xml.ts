import type { Node } from "prosemirror-model";
import { idOf, type DestinationId, type ListKind, type NodeAttributes } from "@/core/document";
import type { Destination } from "@/core/index";
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
import { indexedKey } from "@/core/index";
import { SERIES } from "../office/caption-label";
import type { DocxOutput } from "./docx-output";
import { FIELD_END, fieldBegin, fieldXml } from "./fields-xml";
import { madeLink, styledRun } from "./inline-xml";
import { paragraphXml, rightTab } from "./paragraph-xml";
import { runXml } from "./run-xml";
import { STYLE_IDS } from "./style-ids";
import { twentieths } from "./styles-xml";

/** A generated list: its title and its lines, as a field that makes them again where the standard has one (ISO 29500-1, 17.16.5: TOC, INDEX). */
export function contentsXml(
  node: Node,
  { heading, from, to }: NodeAttributes["contents_list"],
  output: DocxOutput,
): string {
  const title = heading ? paragraphXml({ style: STYLE_IDS.contentsTitle }, runXml(heading, "")) : "";
  const json = writtenOptions(node);
  const kept = { heading, from, to, list: json === "" ? {} : (JSON.parse(json) as unknown) };
  // One that stands in the lines of pages keeps its place in the text.
  const written = placedIn(node) ? paragraphXml({}, "") : title + linesXml(node, output);
  return output.taggedWith("list", kept, written);
}

function linesXml(node: Node, output: DocxOutput): string {
  if (isBookIndex(node)) return indexXml(node, output);
  const entries = listEntries(output.index, node);
  if (entries.length === 0) return paragraphXml({}, runXml(output.says.nothingListed, ""));
  if (isMenu(node)) return menuXml(node, entries, output);
  const field = fieldOf(node, output);
  const lines = entries.map((entry) => lineXml(node, entry, output));
  const [begin, end] = field === null ? ["", ""] : [fieldBegin(field), FIELD_END];
  return lines
    .map(({ settings, content }, i) =>
      paragraphXml(settings, (i === 0 ? begin : "") + content + (i === lines.length - 1 ? end : "")),
    )
    .join("");
}

function lineXml(node: Node, entry: ContentsEntry, output: DocxOutput) {
  const { pageless, leaderless, flush } = optionsOf(node);
  const kind = kindOf(node);
  const words = entryWords(entry);
  const link = output.linkToPlace(entry.id, words);
  const name = link.kind === "place" ? link.name : "";
  const place = output.index.destination(entry.id);
  const page =
    pageless || !place
      ? ""
      : `<w:r><w:tab/></w:r>${fieldXml(`PAGEREF ${name} \\h`, runXml(output.pageOf(place.pos), ""))}`;
  const style =
    kind === "figures" || kind === "tables" || kind === "equations"
      ? "TableofFigures"
      : `TOC${flush ? 1 : Math.min(entry.depth + 1, 6)}`;
  return {
    settings: { style, tabs: page ? rightTab(twentieths(output.textWidth), !leaderless) : "" },
    content: madeLink(name, runXml(words, "") + page),
  };
}

/** The instruction that makes a list again; null for one that no field makes. */
function fieldOf(node: Node, output: DocxOutput): string | null {
  const options = optionsOf(node);
  const { from, to } = levelsOf(node);
  if (
    options.chosen ||
    options.added?.length ||
    options.bookmarks ||
    options.tag ||
    options.entries ||
    options.order
  )
    return null;
  const looks = `${options.pageless ? " \\n" : ""}${options.leaderless ? ' \\p " "' : ""} \\h \\z`;
  const series = OF_SERIES[kindOf(node)];
  if (series) return `TOC${looks} \\c "${series}"`;
  if (kindOf(node) === "sections") return `TOC \\o "${from}-${to}"${looks} \\u`;
  if (kindOf(node) !== "section") return null;
  const section = sectionAround(node, output);
  return section && `TOC \\o "${from}-${to}" \\b ${output.names.partOf(section.id, "section")}${looks} \\u`;
}

const OF_SERIES: Partial<Record<ListKind, string>> = {
  figures: SERIES.figure,
  tables: SERIES.table,
  equations: SERIES.equation,
};

/** The section in which a list stands. */
function sectionAround(node: Node, { index }: DocxOutput): Destination | null {
  const id = idOf(node);
  const place = id ? index.destination(id) : undefined;
  return (place && index.sectionAt(place.pos)) ?? null;
}

/** The sections whose lists need a bookmark around all that stands in them. */
export function sectionsListed(output: DocxOutput): ReadonlySet<DestinationId> {
  const { index } = output;
  return new Set(
    index.contentsLists.flatMap(({ pos }) => {
      const node = index.doc.nodeAt(pos)!;
      const section = kindOf(node) === "section" && !isMenu(node) ? sectionAround(node, output) : null;
      return section ? [section.id] : [];
    }),
  );
}

function menuXml(node: Node, entries: readonly ContentsEntry[], output: DocxOutput): string {
  const { stacked, cards } = optionsOf(node);
  const links = entries.map((entry) => menuLink(entry, "LinkButton", output));
  if (stacked || cards) return links.map((link) => paragraphXml({}, link)).join("");
  return paragraphXml({}, links.join(runXml("   ", "")));
}

function menuLink(entry: ContentsEntry, style: string | null, output: DocxOutput): string {
  const words = entryWords(entry);
  const link = output.linkToPlace(entry.id, words);
  return link.kind === "place" ? madeLink(link.name, styledRun(style, words)) : "";
}

/** The links of a menu that stands in the lines of pages. */
export function menuLine(node: Node, output: DocxOutput): string {
  return listEntries(output.index, node)
    .map((entry) => menuLink(entry, "LinkButton", output))
    .join(runXml("   ", ""));
}

/** The index at the back of a book. */
function indexXml(node: Node, output: DocxOutput): string {
  const { columns } = optionsOf(node);
  const lines = indexLines(output.index);
  if (lines.length === 0) return paragraphXml({}, runXml(output.says.nothingListed, ""));
  const begin = fieldBegin(`INDEX \\e ", "${columns ? ` \\c "${columns}"` : ""}`);
  return lines
    .map((line, i) => {
      const parts = partsOfLine(line, output.index, output.pages).map(({ words, place, sends }) => {
        if (!place) return styledRun(sends ? "Emphasis" : null, words);
        const name = output.nameOfIndexed(indexedKey(place.id, place.entry));
        output.linkToName(name, words);
        return madeLink(name, runXml(words, ""));
      });
      const content = (i === 0 ? begin : "") + parts.join("") + (i === lines.length - 1 ? FIELD_END : "");
      return paragraphXml({ style: line.depth === 0 ? "Index1" : "Index2" }, content);
    })
    .join("");
}
