import { addressOnScreen } from "@/contract/files";
import { asKind } from "@/core/document";
import type { DOMOutputSpec, Node } from "prosemirror-model";
import type { DocumentIndex } from "@/core/index";
import type { PageNumbers } from "@/core/index";
import {
  entryWords,
  indexLines,
  isBookIndex,
  LOOKS,
  nothingListed,
  optionsOf,
  partsOfLine,
  placedIn,
  listName,
  type Card,
  type ContentsEntry,
  type IndexPart,
} from "@/core/wayfinding";

/** How a contents list looks in the manuscript, as attributes of its element. */
export function contentsLook(node: Node, index: DocumentIndex): Record<string, string> {
  const options = optionsOf(node);
  return {
    class: "contents-list",
    "aria-label": listName(node, index),
    "data-columns": String(options.columns ?? 1),
    ...Object.fromEntries(LOOKS.flatMap((look) => (options[look] ? [[`data-${look}`, ""]] : []))),
  };
}

/** What stands in a contents list: its title and its lines, with what a card shows beside its name. */
export function contentsParts(
  node: Node,
  entries: readonly ContentsEntry[],
  cards: readonly Card[],
  indexed: readonly DrawnIndexLine[] = [],
): DOMOutputSpec[] {
  const placed = placedIn(node);
  const all = entries.length + indexed.length;
  const lines = entries.map((entry, i) => [
    "li",
    { style: `--depth: ${entry.depth}` },
    ["button", { type: "button" }, entryWords(entry)],
    ...cardParts(cards[i]),
  ]);
  return [
    ...(placed ? [noteLine(`In the ${placed} of each page`)] : []),
    ["p", { class: "contents-title" }, asKind(node, "contents_list")!.heading],
    all > 0 ? ["ul", ...lines, ...indexed.map(indexLine)] : noteLine(nothingListed(node)),
  ];
}

/** A line of an index as it is drawn: how far in it stands, and its parts. */
export interface DrawnIndexLine {
  readonly depth: number;
  readonly parts: readonly IndexPart[];
}

/** The lines of an index with the numbers of their pages, or those of sections where pages are not known. */
export function drawnIndexLines(
  node: Node,
  index: DocumentIndex,
  pages: PageNumbers | null,
): DrawnIndexLine[] {
  if (!isBookIndex(node)) return [];
  return indexLines(index).map((line) => ({ depth: line.depth, parts: partsOfLine(line, index, pages) }));
}

function indexLine({ depth, parts }: DrawnIndexLine): DOMOutputSpec {
  const [entry] = parts;
  const drawn = parts.map(({ words, place, sends }) =>
    place
      ? // Read aloud by itself, a number says nothing.
        ["button", { type: "button", "aria-label": `${entry!.words}, ${words}` }, words]
      : sends
        ? ["em", words]
        : ["span", words],
  );
  return ["li", { class: "index-line", style: `--depth: ${depth}` }, ...drawn];
}

/** What a card shows beside its name: the picture above it by its looks, and the words below. */
function cardParts(card: Card | undefined): DOMOutputSpec[] {
  const parts: DOMOutputSpec[] = [];
  if (card?.picture)
    parts.push(["img", { src: addressOnScreen(card.picture), alt: card.alt, draggable: "false" }]);
  if (card?.words) parts.push(["p", card.words]);
  return parts;
}

/** A line that tells of the list itself, and is none of its entries. */
function noteLine(words: string): DOMOutputSpec {
  return ["p", { class: "contents-note" }, words];
}
