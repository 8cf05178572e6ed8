import type { Node } from "prosemirror-model";
import { pagesAttribute } from "./page-rules";
import { noteNumber, startWithin } from "@/core/index";
import {
  asKind,
  blockDirection,
  blocksOfNote,
  bookmarksOn,
  byKind,
  countAttributes,
  fixedWordsOf,
  idOf,
  isKind,
  settingsOf,
  type BlockKind,
  type ByKind,
  type DestinationId,
} from "@/core/document";
import {
  hasLine,
  inBrief,
  HEADING_SIGN,
  leadsFromHeadings,
  placedIn,
  wayHome,
  type ReturnLink,
} from "@/core/wayfinding";
import { ownEntry } from "@/core/own-entry";
import { ownStyleAttributes } from "./own-style-html";
import { aligned, labelHtml, type BlockFrame } from "./block-frame";
import { isSaidByClass } from "./code-language";
import { contentsHtml, lineAnchor } from "./contents-html";
import { equationHtml } from "./equation-html";
import { attribute, escapeHtml } from "./escape";
import { figureHtml } from "./figure-html";
import type { HtmlOutput, WrittenNote } from "./html-output";
import { inlineHtml } from "./inline-html";
import { tableHtml } from "./table-html";

/** The whole document as HTML, one block a line, with its generated parts: contents lists and return links. */
export function documentHtml(output: HtmlOutput): string {
  const doc = output.index.doc;
  // At the edges of the window they stay in view only where all of the text is beside them.
  const placed: Record<"header" | "footer", string[]> = { header: [], footer: [] };
  const lines = blocksHtml(output, (block) => {
    const at = placedIn(block);
    return at ? placed[at] : null;
  });
  const { also } = settingsOf(doc).returns;
  if (also?.includes("floating")) {
    const { to, words } = wayHome(output.index);
    lines.push(
      `<a class="floating" data-generated="return" href="${output.hrefOf(to, words)}">${escapeHtml(words)}</a>`,
    );
  }
  return [...placed.header, ...lines, ...placed.footer].join("\n");
}

/**
 * Blocks of a document, one a line, with the ways back behind them and their notes at the end; all of them where no range is named. `notes`: whether the words of notes that were met are written. `aside`: where a
 * block is put instead of among them.
 */
export function blocksHtml(
  output: HtmlOutput,
  aside: (block: Node) => string[] | null = () => null,
  { from, to, notes = true }: { readonly from: number; readonly to: number; readonly notes?: boolean } = {
    from: 0,
    to: output.index.doc.childCount,
  },
): string[] {
  const { doc } = output.index;
  const lines: string[] = [];
  for (let i = from; i < to; i++) {
    const block = doc.child(i);
    (aside(block) ?? lines).push(namedHtml(block, output));
    const back = output.returns.get(i + 1);
    if (back) lines.push(waysHtml(back, output));
  }
  if (notes) lines.push(...notesHtml(output));
  return lines;
}

/** The links that lead on from the end of a section. */
function waysHtml({ ways, section }: ReturnLink, output: HtmlOutput): string {
  const links = ways.map(({ rel, to, words }) => {
    const named = rel === "previous" ? ' rel="prev"' : rel === "next" ? ' rel="next"' : "";
    // Links with the same words are told apart aloud by where they stand.
    const same = rel === "back" || rel === "parent";
    const from = same ? attribute("aria-label", `${words} (${inBrief(section)})`) : "";
    return `<a href="${output.hrefOf(to, words)}"${named}${from}>${escapeHtml(words)}</a>`;
  });
  return `<p class="return" data-generated="return">${links.join(" · ")}</p>`;
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
  return ` <a class="beside" data-generated="return" href="${href}" aria-label="${escapeHtml(words)}">${HEADING_SIGN}</a>`;
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
  return `<li id="${anchor}" value="${number}">${wordsHtml(blocksOfNote(note), back, output)}</li>`;
}

/** The words of a note, the way back behind the last of them. One of a single paragraph needs no paragraph element. */
function wordsHtml(blocks: readonly Node[], back: string, output: HtmlOutput): string {
  if (blocks.length === 1) return `${inlineHtml(blocks[0]!, output)} ${back}`;
  // A note that begins with a list has nothing before it.
  const written = blocks[0]!.content.size > 0 ? blocks : blocks.slice(1);
  const last = written.at(-1)!;
  const ending = isKind(last, "paragraph") ? written.length - 1 : written.length;
  const before = written.slice(0, ending).map((block) => blockHtml(block, output));
  return `${before.join("")}<p>${ending < written.length ? `${inlineHtml(last, output)} ` : ""}${back}</p>`;
}

/** A bookmark on a block is an empty element before it, so that the block keeps an anchor of its own. */
function bookmarkHtml(id: DestinationId, output: HtmlOutput): string {
  const name = ownEntry(output.index.registry.bookmarks, id)?.name ?? "";
  const anchor = output.anchor(id);
  return anchor
    ? `${output.aliases(id)}<div${attribute("id", anchor)} data-name="${escapeHtml(name)}"></div>`
    : "";
}

/** A block behind the bookmarks that are on it. */
function namedHtml(node: Node, output: HtmlOutput, start?: number): string {
  const on = bookmarksOn(node, output.index.registry);
  return on.map((bookmark) => bookmarkHtml(bookmark, output)).join("") + blockHtml(node, output, start);
}

/** One block as HTML on one line (code keeps its own lines). `start`: with which number a list begins that stands within another block. */
export function blockHtml(node: Node, output: HtmlOutput, start?: number): string {
  const id = idOf(node);
  const own = id !== null && output.index.destination(id) ? attribute("id", output.anchor(id)) : "";
  const html = byKind(BLOCKS, node, {
    own,
    aliases: own && id ? output.aliases(id) : "",
    output,
    within: (of) => childrenHtml(of, output),
    start: start ?? (id ? output.index.listStarts.get(id) : undefined),
  });
  const direction = isKind(node, "code_block") ? output.direction : blockDirection(node, output.direction);
  return direction === output.direction
    ? html
    : html.replace(/^<[a-z0-9]+/, (tag) => `${tag} dir="${direction}"`);
}

const BLOCKS: ByKind<BlockKind | "list_item" | "term" | "definition" | "notice_title", [BlockFrame], string> =
  {
    heading: (node, { id, level, series, short, align }, { own, aliases, output }) => {
      const attributes = [
        own,
        series ? ` data-series="${series}"` : "",
        short ? ` data-short="${escapeHtml(short)}"` : "",
        aligned(align),
      ].join("");
      const number = labelHtml(id ? output.index.numbers.get(id) : undefined);
      return `<h${level}${attributes}>${aliases}${number}${inlineHtml(node, output)}${besideHeading(node, output)}</h${level}>`;
    },
    paragraph: (node, { align, style }, { output }) =>
      `<p${ownStyleAttributes(style, output)}${aligned(align)}>${inlineHtml(node, output)}</p>`,
    bullet_list: (node, _list, { output }) => `<ul>${childrenHtml(node, output)}</ul>`,
    ordered_list: (node, count, { output, start }) => {
      const attributes = Object.entries(countAttributes({ ...count, start: start ?? count.start }));
      return `<ol${attributes.map(([name, value]) => ` ${name}="${escapeHtml(value)}"`).join("")}>${childrenHtml(node, output)}</ol>`;
    },
    list_item: (node, { checked }, { output }) => itemWithBox(node, checked, output),
    definition_list: (node, _list, { output }) => {
      // A term has to be followed by something.
      const ends = isKind(node.lastChild, "term") ? '<dd data-generated="none"></dd>' : "";
      return `<dl>${childrenHtml(node, output)}${ends}</dl>`;
    },
    term: (node, _term, { output }) => `<dt>${inlineHtml(node, output)}</dt>`,
    definition: (node, _definition, { output }) => `<dd>${itemHtml(node, output)}</dd>`,
    quotation: (node, _quotation, { output }) => `<blockquote>${childrenHtml(node, output)}</blockquote>`,
    code_block: (node, { language }, { output }) => {
      const said = isSaidByClass(language)
        ? attribute("class", language && `language-${language}`)
        : attribute("data-code", language);
      return `<pre><code${said}>${escapeHtmlCode(inlineHtml(node, output))}</code></pre>`;
    },
    notice: (node, { kind }, { own, aliases, output }) => {
      const word = escapeHtml(fixedWordsOf(output.index.doc).notices[kind]);
      const title =
        node.child(0).content.size > 0
          ? blockHtml(node.child(0), output)
          : `<p class="notice-title" data-generated="title">${word}</p>`;
      const written = node.content.content
        .slice(1)
        .map((child, i) => namedHtml(child, output, startOf(node, i + 1)));
      return `<aside${own} class="notice" data-notice="${kind}" role="note" aria-label="${word}">${aliases}${title}${written.join("")}</aside>`;
    },
    notice_title: (node, _title, { output }) => `<p class="notice-title">${inlineHtml(node, output)}</p>`,
    figure: figureHtml,
    table: tableHtml,
    equation: (_node, { id, tex }, { own, aliases, output }) => {
      const label = id ? output.index.captions.get(id) : undefined;
      const number = label ? `<span class="label" data-generated="number">(${escapeHtml(label)})</span>` : "";
      return `<div${own} class="equation-line">${aliases}${equationHtml(tex, "equation")}${number}</div>`;
    },
    rule: () => "<hr>",
    page_break: (_node, { section }, { output }) => {
      const begins = section ? ` ${output.beginPages(section)}` : "";
      return `<hr class="page-break${begins}" style="break-after: page"${pagesAttribute(section)}>`;
    },
    contents_list: contentsHtml,
  };

/** The blocks within a node. */
function childrenHtml(node: Node, output: HtmlOutput): string {
  let html = "";
  node.forEach((child, _offset, i) => (html += namedHtml(child, output, startOf(node, i))));
  return html;
}

/** The number a list within another block begins with; nothing for all else. */
function startOf(parent: Node, i: number): number | undefined {
  return isKind(parent.child(i), "ordered_list") ? startWithin(parent, i) : undefined;
}

/** An item, with its box to tick where it has one. */
function itemWithBox(item: Node, checked: boolean | null, output: HtmlOutput): string {
  const written = itemHtml(item, output);
  if (checked === null) return `<li>${written}</li>`;
  const word = fixedWordsOf(output.index.doc).boxes[checked ? "ticked" : "open"];
  const box = `<input type="checkbox" disabled${checked ? " checked" : ""} aria-label="${escapeHtml(word)}"> `;
  const [paragraph] = /^<p[^>]*>/.exec(written) ?? [""];
  return `<li class="check">${paragraph}${box}${written.slice(paragraph.length)}</li>`;
}

/** An item of one plain paragraph needs no paragraph element. */
function itemHtml(item: Node, output: HtmlOutput): string {
  const first = item.child(0);
  const rest = item.content.content.slice(1);
  const plain = rest.every((child) => isKind(child, "bullet_list", "ordered_list"));
  const { align, style } = asKind(first, "paragraph")!;
  if (!plain || align || style) return childrenHtml(item, output);
  return (
    inlineHtml(first, output) +
    rest.map((child, i) => blockHtml(child, output, startOf(item, i + 1))).join("")
  );
}

/** HTML drops a line end that follows `<pre>` at once, so one more goes before it. */
function escapeHtmlCode(html: string): string {
  return html.startsWith("\n") ? `\n${html}` : html;
}
