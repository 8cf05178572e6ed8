import type { Node } from "prosemirror-model";
import { fixedWordsOf, type NodeAttributes, shortened } from "@/core/document";
import {
  cardOf,
  contentsList,
  contentsTree,
  entryWords,
  indexLines,
  isBookIndex,
  leadsFromHeadings,
  levelsOf,
  listEntries,
  LOOKS,
  optionsOf,
  partsOfLine,
  placedIn,
  listName,
  writtenOptions,
  type ContentsBranch,
  type ContentsEntry,
  type IndexLine,
  type IndexPart,
} from "@/core/wayfinding";
import type { BlockFrame } from "./block-frame";
import { escapeHtml } from "./escape";
import type { HtmlOutput } from "./html-output";

/** The public name of a place's line in the contents list. */
export function lineAnchor(anchor: string): string {
  return `_to-${anchor}`;
}

/** A generated list with its lines as they are now. */
export function contentsHtml(
  node: Node,
  { id, heading }: NodeAttributes["contents_list"],
  { own, aliases, output }: BlockFrame,
): string {
  const levels = levelsOf(node);
  const entries = listEntries(output.index, node);
  const options = optionsOf(node);
  const { columns, cards } = options;
  const placed = placedIn(node);
  const folds = options.folds && !options.run && !options.buttons;
  const isHome = contentsList(output.index)?.id === id && leadsFromHeadings(output.index);
  const lines = () =>
    cards
      ? cardsHtml(entries, output)
      : branchesHtml(contentsTree(entries), output, { named: isHome, folds });
  const indexed = isBookIndex(node) ? indexLines(output.index) : NO_LINES;
  const list =
    entries.length > 0
      ? lines()
      : indexed.length > 0
        ? bookIndexHtml(indexed, output)
        : `<p>${escapeHtml(fixedWordsOf(output.index.doc).nothingListed)}</p>`;
  const attributes = [
    ` data-contents="${escapeHtml(heading)}" data-from="${levels.from}" data-to="${levels.to}"`,
    optionAttributes(node),
    columns ? ` data-columns="${columns}"` : "",
    placed ? ` data-placed="${placed}"` : "",
    ...LOOKS.map((look) => (options[look] ? ` data-${look}` : "")),
  ].join("");
  return `<nav${own} class="contents"${attributes} aria-label="${escapeHtml(listName(node, output.index))}">${aliases}<p class="contents-title">${escapeHtml(heading)}</p>${list}</nav>`;
}

const NO_LINES: readonly IndexLine[] = [];

/** The lines of an index, those below an entry in a list of their own. */
function bookIndexHtml(lines: readonly IndexLine[], output: HtmlOutput): string {
  const items: string[] = [];
  for (const [i, line] of lines.entries()) {
    const begins = line.depth > (lines[i - 1]?.depth ?? 0);
    const ends = line.depth > (lines[i + 1]?.depth ?? 0);
    const words = partsOfLine(line, output.index, null).map((part) => indexPartHtml(part, output));
    const closes = lines[i + 1] && lines[i + 1]!.depth > line.depth ? "" : "</li>";
    items.push(`${begins ? "<ol>" : ""}<li>${words.join("")}${closes}${ends ? "</ol></li>" : ""}`);
  }
  return `<ol class="book-index">${items.join("")}</ol>`;
}

function indexPartHtml({ words, place, sends }: IndexPart, output: HtmlOutput): string {
  const label = escapeHtml(words);
  if (place) return `<a href="${output.hrefOfIndexed(place, words)}">${label}</a>`;
  return sends ? `<em>${label}</em>` : label;
}

/** Entries as a grid of cards, each with the first words and the first picture of its place. */
function cardsHtml(entries: readonly ContentsEntry[], output: HtmlOutput): string {
  const cards = entries.map((entry) => {
    const { words, picture, alt } = cardOf(output.index, entry.id);
    const name = entryWords(entry);
    const source = picture ? output.pictureAddress(picture) : "";
    const image = source ? `<img src="${escapeHtml(source)}" alt="${escapeHtml(alt)}">` : "";
    const line = words ? `<p>${escapeHtml(words)}</p>` : "";
    return `<li>${image}<a href="${output.hrefOf(entry.id, name)}">${escapeHtml(name)}</a>${line}</li>`;
  });
  return `<ol>${cards.join("")}</ol>`;
}

/** Options that are not at first, as they are read again. */
function optionAttributes(node: Node): string {
  const json = writtenOptions(node);
  return json === "" ? "" : ` data-list="${escapeHtml(json)}"`;
}

/**
 * Branches of a contents list as nested lists of links. `named`: lines have a public name, to be led back to; `folds`: readers fold and unfold what
 * is below a line, without any script.
 */
export function branchesHtml(
  branches: readonly ContentsBranch[],
  output: HtmlOutput,
  how: { readonly named?: boolean | undefined; readonly folds?: boolean | undefined } = {},
): string {
  const { named, folds } = how;
  const items = branches.map((branch) => {
    const list = branch.below.length > 0 ? branchesHtml(branch.below, output, how) : "";
    const below =
      folds && list
        ? `<details open><summary><span>${escapeHtml(shortened(entryWords(branch), 60))}</span></summary>${list}</details>`
        : list;
    const words = entryWords(branch);
    const anchor = named ? output.anchor(branch.id) : null;
    return `<li${anchor ? ` id="${lineAnchor(anchor)}"` : ""}><a href="${output.hrefOf(branch.id, words)}">${escapeHtml(words)}</a>${below}</li>`;
  });
  return `<ol>${items.join("")}</ol>`;
}
