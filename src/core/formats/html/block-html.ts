import type { Node } from "prosemirror-model";
import { noteNumber, type DocumentIndex } from "@/core/destinations";
import {
  cellElement,
  headerRows,
  idOf,
  pictureWords,
  shortened,
  type DestinationId,
  type ReturnRule,
} from "@/core/document";
import {
  cardOf,
  contentsList,
  contentsTree,
  entryWords,
  kindOf,
  levelsOf,
  listEntries,
  LOOKS,
  NOTHING_LISTED,
  optionsOf,
  placedIn,
  titleOf,
  writtenOptions,
  hasLine,
  returnLinks,
  wayHome,
  type ContentsBranch,
  type ContentsEntry,
} from "@/core/wayfinding";
import { equationHtml } from "./equation-html";
import { attribute, escapeHtml } from "./escape";
import type { HtmlOutput, WrittenNote } from "./html-output";
import { inlineHtml } from "./inline-html";
import { ownEntry } from "@/core/own-entry";

/** The whole document as HTML, one block a line, with its generated parts: contents lists and return links. */
export function documentHtml(output: HtmlOutput): string {
  const doc = output.index.doc;
  const onBlocks = blockBookmarks(output);
  const returns = new Map(returnLinks(output.index).map((link) => [link.block, link]));
  const lines: string[] = [];
  // At the edges of the window they stay in view only where all of the text is beside them.
  const placed = { header: [] as string[], footer: [] as string[] };
  doc.forEach((block, _offset, i) => {
    const id = idOf(block);
    const before = id
      ? (onBlocks.get(id) ?? []).map((bookmark) => bookmarkHtml(bookmark, output)).join("")
      : "";
    const at = placedIn(block);
    (at ? placed[at] : lines).push(before + blockHtml(block, output));
    const back = returns.get(i + 1);
    if (back) {
      const links = back.ways.map(({ rel, to, words }) => {
        const named = rel === "previous" ? ' rel="prev"' : rel === "next" ? ' rel="next"' : "";
        return `<a href="${output.hrefOf(to, words)}"${named}>${escapeHtml(words)}</a>`;
      });
      lines.push(`<p class="return" data-generated="return">${links.join(" · ")}</p>`);
    }
  });
  lines.push(...notesHtml(output));
  const { also } = doc.attrs.returns as ReturnRule;
  if (also?.includes("floating")) {
    const { to, words } = wayHome(output.index);
    lines.push(
      `<a class="floating" data-generated="return" href="${output.hrefOf(to, words)}">${escapeHtml(words)}</a>`,
    );
  }
  return [...placed.header, ...lines, ...placed.footer].join("\n");
}

/** The sign beside a heading that leads back to its line in the contents list; empty where the rule puts none. */
function besideHeading(node: Node, output: HtmlOutput): string {
  const { index } = output;
  if (!leadsFromHeadings(index)) return "";
  const { to, words } = wayHome(index);
  const anchor = output.anchor(idOf(node)!);
  const href =
    to !== null && anchor && hasLine(index, idOf(node)!)
      ? `#${lineAnchor(anchor)}`
      : output.hrefOf(to, words);
  return ` <a class="beside" data-generated="return" href="${href}" aria-label="${escapeHtml(words)}">↑</a>`;
}

function leadsFromHeadings({ doc }: DocumentIndex): boolean {
  return (doc.attrs.returns as ReturnRule).also?.includes("headings") ?? false;
}

/** The public name of a place's line in the contents list. */
function lineAnchor(anchor: string): string {
  return `_to-${anchor}`;
}

/** The words of the notes that were met, footnotes first: each a list, whose lines lead back to the signs. */
export function notesHtml(output: HtmlOutput): string[] {
  const list = (place: "foot" | "end", label: string) => {
    const notes = output.notes.filter((it) => it.place === place);
    if (notes.length === 0) return [];
    const lines = notes.map((it) => noteHtml(it, output)).join("");
    // Notes among others may have their words somewhere else, so that a list does not begin with 1.
    return [
      `<section class="notes" role="doc-endnotes" aria-label="${label}"><ol${place === "end" ? ' type="i"' : ""} start="${notes[0]!.number}">${lines}</ol></section>`,
    ];
  };
  const sections = [...list("foot", "Footnotes"), ...list("end", "Endnotes")];
  output.notes.length = 0;
  return sections;
}

function noteHtml({ note, anchor, number, place }: WrittenNote, output: HtmlOutput): string {
  const back = `<a href="#${anchor}-sign" role="doc-backlink" aria-label="Back to note ${noteNumber(place, number)} in the text">↩</a>`;
  return `<li id="${anchor}" value="${number}">${inlineHtml(note, output)} ${back}</li>`;
}

/** The bookmarks that name whole blocks, by block. */
function blockBookmarks(output: HtmlOutput): Map<string, DestinationId[]> {
  const byBlock = new Map<string, DestinationId[]>();
  for (const [id, entry] of Object.entries(output.index.registry.bookmarks))
    if (entry.kind === "block" && entry.block && !entry.removed)
      byBlock.set(entry.block, [...(byBlock.get(entry.block) ?? []), id as DestinationId]);
  return byBlock;
}

/** A bookmark on a block is an empty element before it, so that the block keeps an anchor of its own. */
function bookmarkHtml(id: DestinationId, output: HtmlOutput): string {
  const name = ownEntry(output.index.registry.bookmarks, id)?.name ?? "";
  const anchor = output.anchor(id);
  return anchor
    ? `${output.aliases(id)}<div${attribute("id", anchor)} data-name="${escapeHtml(name)}"></div>`
    : "";
}

/** One block as HTML on one line (code keeps its own lines). */
export function blockHtml(node: Node, output: HtmlOutput): string {
  const id = idOf(node);
  const own = id !== null && output.index.destination(id) ? attribute("id", output.anchor(id)) : "";
  const style = node.attrs.align ? ` style="text-align: ${node.attrs.align as string}"` : "";
  const aliases = own && id ? output.aliases(id) : "";
  switch (node.type.name) {
    case "heading": {
      const tag = `h${node.attrs.level as number}`;
      const series = node.attrs.series ? ` data-series="${node.attrs.series as string}"` : "";
      const short = node.attrs.short ? ` data-short="${escapeHtml(node.attrs.short as string)}"` : "";
      const number = labelHtml(id ? output.index.numbers.get(id) : undefined);
      return `<${tag}${own}${series}${short}${style}>${aliases}${number}${inlineHtml(node, output)}${besideHeading(node, output)}</${tag}>`;
    }
    case "paragraph":
      return `<p${style}>${inlineHtml(node, output)}</p>`;
    case "bullet_list":
      return `<ul>${children(node, output)}</ul>`;
    case "ordered_list":
      return `<ol${node.attrs.start === 1 ? "" : ` start="${node.attrs.start as number}"`}>${children(node, output)}</ol>`;
    case "list_item":
      return `<li>${itemHtml(node, output)}</li>`;
    case "quotation":
      return `<blockquote>${children(node, output)}</blockquote>`;
    case "code_block": {
      const language = node.attrs.language as string;
      return `<pre><code${attribute("class", language && `language-${language}`)}>${escapeHtmlCode(inlineHtml(node, output))}</code></pre>`;
    }
    case "figure":
      return figureHtml(node, own, aliases, output);
    case "table":
      return tableHtml(node, own, aliases, output);
    case "equation": {
      const label = id ? output.index.captions.get(id) : undefined;
      const number = label ? `<span class="label" data-generated="number">(${escapeHtml(label)})</span>` : "";
      return `<div${own} class="equation-line">${aliases}${equationHtml(node.attrs.tex as string, "equation")}${number}</div>`;
    }
    case "rule":
      return "<hr>";
    case "page_break":
      return `<hr class="page-break" style="break-after: page">`;
    case "contents_list":
      return contentsHtml(node, own, aliases, output);
    default:
      throw new RangeError(`no HTML for ${node.type.name}`);
  }
}

/** A number or label that is counted, so that reading leaves it to the counting. */
function labelHtml(label: string | undefined, after = " "): string {
  return label ? `<span class="label" data-generated="number">${escapeHtml(label)}${after}</span>` : "";
}

function children(node: Node, output: HtmlOutput): string {
  let html = "";
  node.forEach((child) => (html += blockHtml(child, output)));
  return html;
}

/** An item of one plain paragraph needs no paragraph element. */
function itemHtml(item: Node, output: HtmlOutput): string {
  const first = item.child(0);
  const plain =
    item.childCount === 1 ||
    [...Array(item.childCount - 1).keys()].every((i) => /list$/.test(item.child(i + 1).type.name));
  if (!plain || first.attrs.align) return children(item, output);
  let html = inlineHtml(first, output);
  for (let i = 1; i < item.childCount; i++) html += blockHtml(item.child(i), output);
  return html;
}

/** HTML drops a line end that follows `<pre>` at once, so one more goes before it. */
function escapeHtmlCode(html: string): string {
  return html.startsWith("\n") ? `\n${html}` : html;
}

function figureHtml(node: Node, own: string, aliases: string, output: HtmlOutput): string {
  const name = node.attrs.picture as string;
  const decorative = node.attrs.decorative as boolean;
  const alt = escapeHtml(pictureWords(node));
  const source = name ? output.pictureAddress(name) : "";
  const picture = source
    ? `<img src="${escapeHtml(source)}" alt="${alt}"${decorative ? ' role="presentation"' : ""}>`
    : `<p class="no-picture" data-alt="${alt}">${alt || "Picture missing"}</p>`;
  const label = output.index.captions.get(idOf(node)!);
  const caption =
    node.content.size > 0 || label
      ? `<figcaption>${labelHtml(label, node.content.size > 0 ? ". " : "")}${inlineHtml(node, output)}</figcaption>`
      : "";
  const width = node.attrs.width as number | null;
  const place = node.attrs.place as string;
  const look =
    (width === null ? "" : ` data-width="${width}" style="--width: ${width}%"`) +
    (place === "line" ? "" : ` data-place="${place}"`) +
    (decorative ? " data-decorative" : "");
  return `<figure${own}${look}>${aliases}${picture}${caption}</figure>`;
}

function tableHtml(node: Node, own: string, aliases: string, output: HtmlOutput): string {
  const caption = node.child(0);
  const grid = node.child(1);
  const heads = headerRows(grid);
  let head = "";
  let body = "";
  grid.forEach((row, _offset, y) => {
    let html = "";
    row.forEach((cell) => (html += cellHtml(cell, y < heads, output)));
    if (y < heads) head += `<tr>${html}</tr>`;
    else body += `<tr>${html}</tr>`;
  });
  const label = output.index.captions.get(idOf(node)!);
  const captionHtml =
    caption.content.size > 0 || aliases || label
      ? `<caption>${aliases}${labelHtml(label, caption.content.size > 0 ? ". " : "")}${inlineHtml(caption, output)}</caption>`
      : "";
  const thead = head ? `<thead>${head}</thead>` : "";
  const tbody = body ? `<tbody>${body}</tbody>` : "";
  return `<div class="table-frame"><table${own}>${captionHtml}${thead}${tbody}</table></div>`;
}

function cellHtml(cell: Node, inHead: boolean, output: HtmlOutput): string {
  const header = cell.type.name === "table_header";
  const own = Object.entries(cellElement(cell.attrs)).map(
    ([name, value]) => ` ${name}="${escapeHtml(value)}"`,
  );
  const tag = header ? "th" : "td";
  const scope = header ? ` scope="${inHead ? "col" : "row"}"` : "";
  const only = cell.childCount === 1 && cell.child(0).type.name === "paragraph" && !cell.child(0).attrs.align;
  return `<${tag}${scope}${own.join("")}>${only ? inlineHtml(cell.child(0), output) : children(cell, output)}</${tag}>`;
}

function contentsHtml(node: Node, own: string, aliases: string, output: HtmlOutput): string {
  const heading = node.attrs.heading as string;
  const levels = levelsOf(node);
  const entries = listEntries(output.index, node);
  const options = optionsOf(node);
  const { columns, cards } = options;
  const placed = placedIn(node);
  const folds = options.folds && !options.run && !options.buttons;
  const isHome = contentsList(output.index)?.id === node.attrs.id && leadsFromHeadings(output.index);
  const lines = () =>
    cards
      ? cardsHtml(entries, output)
      : branchesHtml(contentsTree(entries), output, { named: isHome, folds });
  const list = entries.length > 0 ? lines() : `<p>${NOTHING_LISTED[kindOf(node)]}</p>`;
  const told = [
    ` data-contents="${escapeHtml(heading)}" data-from="${levels.from}" data-to="${levels.to}"`,
    carriedOptions(node),
    columns ? ` data-columns="${columns}"` : "",
    placed ? ` data-placed="${placed}"` : "",
    ...LOOKS.map((look) => (options[look] ? ` data-${look}` : "")),
  ].join("");
  return `<nav${own} class="contents"${told} aria-label="${escapeHtml(titleOf(node, output.index.doc))}">${aliases}<p class="contents-title">${escapeHtml(heading)}</p>${list}</nav>`;
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
function carriedOptions(node: Node): string {
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
