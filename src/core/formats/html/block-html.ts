import type { Node } from "prosemirror-model";
import { noteNumber } from "@/core/destinations";
import { cellElement, headerRows, idOf, type DestinationId } from "@/core/document";
import {
  contentsTree,
  entryWords,
  kindOf,
  levelsOf,
  listEntries,
  NOTHING_LISTED,
  optionsOf,
  writtenOptions,
  returnLinks,
  type ContentsBranch,
} from "@/core/wayfinding";
import { equationHtml } from "./equation-html";
import { attribute, escapeHtml } from "./escape";
import type { HtmlOutput, WrittenNote } from "./html-output";
import { inlineHtml } from "./inline-html";

/** The whole document as HTML, one block a line, with its generated parts: contents lists and return links. */
export function documentHtml(output: HtmlOutput): string {
  const doc = output.index.doc;
  const onBlocks = blockBookmarks(output);
  const returns = new Map(returnLinks(output.index).map((link) => [link.block, link]));
  const lines: string[] = [];
  doc.forEach((block, _offset, i) => {
    const id = idOf(block);
    const before = id
      ? (onBlocks.get(id) ?? []).map((bookmark) => bookmarkHtml(bookmark, output)).join("")
      : "";
    lines.push(before + blockHtml(block, output));
    const back = returns.get(i + 1);
    if (back) {
      const words = escapeHtml(back.words);
      lines.push(
        `<p class="return" data-generated="return"><a href="${output.hrefOf(back.to, back.words)}">${words}</a></p>`,
      );
    }
  });
  return [...lines, ...notesHtml(output)].join("\n");
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
  const name = output.index.registry.bookmarks[id]?.name ?? "";
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
      const number = labelHtml(id ? output.index.numbers.get(id) : undefined);
      return `<${tag}${own}${series}${style}>${aliases}${number}${inlineHtml(node, output)}</${tag}>`;
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
  const alt = escapeHtml(node.attrs.alt as string);
  const source = name ? output.pictureAddress(name) : "";
  const picture = source
    ? `<img src="${escapeHtml(source)}" alt="${alt}">`
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
    (place === "line" ? "" : ` data-place="${place}"`);
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
  const tree = contentsTree(listEntries(output.index, node));
  const list = tree.length > 0 ? branchesHtml(tree, output) : `<p>${NOTHING_LISTED[kindOf(node)]}</p>`;
  const { columns, run, buttons } = optionsOf(node);
  const options = [
    ` data-contents="${escapeHtml(heading)}" data-from="${levels.from}" data-to="${levels.to}"`,
    carriedOptions(node),
    columns ? ` data-columns="${columns}"` : "",
    run ? " data-run" : "",
    buttons ? " data-buttons" : "",
  ].join("");
  return `<nav${own} class="contents"${options} aria-label="${escapeHtml(heading || "Contents")}">${aliases}<p class="contents-title">${escapeHtml(heading)}</p>${list}</nav>`;
}

/** Options that are not at first, as they are read again. */
function carriedOptions(node: Node): string {
  const json = writtenOptions(node);
  return json === "" ? "" : ` data-list="${escapeHtml(json)}"`;
}

/** Branches of a contents list as nested lists of links. */
export function branchesHtml(branches: readonly ContentsBranch[], output: HtmlOutput): string {
  const items = branches.map((branch) => {
    const below = branch.below.length > 0 ? branchesHtml(branch.below, output) : "";
    const words = entryWords(branch);
    return `<li><a href="${output.hrefOf(branch.id, words)}">${escapeHtml(words)}</a>${below}</li>`;
  });
  return `<ol>${items.join("")}</ol>`;
}
