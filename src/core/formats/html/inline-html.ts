import type { Mark, Node } from "prosemirror-model";
import {
  byKind,
  byMark,
  directionOf,
  indexEntryAttributes,
  pictureWords,
  type ByInline,
  type ByMark,
  type DestinationId,
  type LinkTarget,
  type MarkAttributes,
  type NodeAttributes,
} from "@/core/document";
import { noteNumber } from "@/core/index";
import { attribute, escapeHtml } from "./escape";
import { equationHtml } from "./equation-html";
import type { HtmlOutput } from "./html-output";
import { ownStyleAttributes } from "./own-style-html";
import { textHtml } from "./text-html";
import { ownEntry } from "@/core/own-entry";

/** Inline content as HTML. Marks that go on from one piece of text to the next stay open. */
export function inlineHtml(parent: Node, output: HtmlOutput): string {
  let html = "";
  const open: { mark: Mark; close: string }[] = [];
  const closeTo = (depth: number) => {
    while (open.length > depth) html += open.pop()!.close;
  };
  parent.forEach((child, _offset, i) => {
    let shared = 0;
    while (shared < open.length && shared < child.marks.length && open[shared]!.mark.eq(child.marks[shared]!))
      shared++;
    closeTo(shared);
    for (const mark of child.marks.slice(shared)) {
      const [start, close] = byMark(MARKS, mark, () => wordsUnder(mark, parent, i), output);
      html += start;
      open.push({ mark, close });
    }
    html += byKind(LEAVES, child, output);
  });
  closeTo(0);
  return html;
}

const LEAVES: ByInline<[output: HtmlOutput], string> = {
  text: (node) => textHtml(node.text!),
  hard_break: () => "<br>",
  formula: (_node, { tex }) => equationHtml(tex, "formula"),
  picture: pictureHtml,
  note: noteMark,
  note_paragraph: () => " ",
  computation: (node, _computation, output) => {
    const [start, words, end] = output.computation(node);
    return start + escapeHtml(words) + end;
  },
  cross_reference: (node, _reference, output) => {
    const { start, words, end } = output.reference(node);
    return start + escapeHtml(words) + end;
  },
  bookmark_point: (_node, { id }, output) => {
    const anchor = output.anchor(id);
    return anchor
      ? `${output.aliases(id)}<span${attribute("id", anchor)}${nameAttribute(id, output)}></span>`
      : "";
  },
};

/** A picture in a line; where it is missing, the words that stand for it. */
export function pictureHtml(
  node: Node,
  { picture, height, decorative }: NodeAttributes["picture"],
  output: HtmlOutput,
): string {
  const source = picture ? output.pictureAddress(picture) : "";
  const alt = escapeHtml(pictureWords(node));
  const look = height === null ? "" : ` data-height="${height}" style="height: ${height / 100}em"`;
  return source
    ? `<img class="in-line" src="${escapeHtml(source)}" alt="${alt}"${look}${decorative ? ' role="presentation"' : ""}>`
    : `<span class="picture-gone" data-picture-alt="${alt}"${look}>${alt ? `[${alt}]` : ""}</span>`;
}

/** The sign of a note; its words are written at the end. */
function noteMark(node: Node, _note: unknown, output: HtmlOutput): string {
  const written = output.nextNote(node);
  output.notes.push(written);
  const { anchor, number, place } = written;
  return `<sup class="note"><a id="${anchor}-sign" href="#${anchor}" role="doc-noteref" data-place="${place}">${noteNumber(place, number)}</a></sup>`;
}

function nameAttribute(id: DestinationId, output: HtmlOutput): string {
  return ` data-name="${escapeHtml(ownEntry(output.index.registry.bookmarks, id)?.name ?? "")}"`;
}

type Tags = readonly [start: string, close: string];

const tags = (name: string) => (): Tags => [`<${name}>`, `</${name}>`];

/** The tags around words that carry a mark. `words`: all that are under it. */
const MARKS: ByMark<[words: () => string, output: HtmlOutput], Tags> = {
  strong: tags("strong"),
  emphasis: tags("em"),
  underline: tags("u"),
  strike: tags("s"),
  superscript: tags("sup"),
  subscript: tags("sub"),
  code: tags("code"),
  link: (link, words, output) => linkHtml(link, words(), output),
  bookmark: ({ id }, _words, output) => rangeHtml(id, output),
  index_entry: indexedHtml,
  // What is said of words goes out with no file.
  comment: () => ["", ""],
  word_style: ({ style }, _words, output) => {
    const attributes = ownStyleAttributes(style, output);
    return attributes ? [`<span${attributes}>`, "</span>"] : ["", ""];
  },
  language: ({ language }, _words, output) => {
    const direction = directionOf(language);
    const turned = direction === output.direction ? "" : ` dir="${direction}"`;
    return [`<span lang="${language}"${turned}>`, "</span>"];
  },
  colour: ({ colour }) => [`<span style="color: ${colour}">`, "</span>"],
  size: ({ percent }) => [`<span style="font-size: ${percent}%">`, "</span>"],
};

function wordsUnder(mark: Mark, parent: Node, from: number): string {
  let words = "";
  for (let i = from; i < parent.childCount && mark.isInSet(parent.child(i).marks); i++)
    words += parent.child(i).text ?? " ";
  return words;
}

/** The tags of a link around its words. */
export function linkHtml(
  { target, look, hint }: MarkAttributes["link"],
  words: string,
  output: HtmlOutput,
): Tags {
  const href = output.href(target, words);
  const was =
    target.kind === "destination" ? (target.was ?? target.id) : target.kind === "words" ? target.exact : "";
  const leads = [
    href !== null
      ? ` href="${escapeHtml(href)}"`
      : target.kind === "action"
        ? ""
        : ` class="broken" data-adrift="${escapeHtml(was)}"`,
    KEPT_AS_DATA.has(target.kind) ? ` data-leads="${escapeHtml(JSON.stringify(target))}"` : "",
    look === "underlined" ? "" : ` data-look="${look}"`,
    hint ? ` title="${escapeHtml(hint)}"` : "",
  ];
  return [`<a${leads.join("")}>`, "</a>"];
}

/** Kinds of target that an address alone does not tell, so that the file says them as they are. */
export const KEPT_AS_DATA: ReadonlySet<LinkTarget["kind"]> = new Set(["document", "action"]);

/** The first piece of a range carries its anchor; later pieces say which range they go on. */
function rangeHtml(id: DestinationId, output: HtmlOutput): Tags {
  const anchor = output.anchor(id);
  if (!anchor) return ["", ""];
  if (output.begun.has(id)) return [`<span${attribute("data-range", anchor)}>`, "</span>"];
  output.begun.add(id);
  return [
    `${output.aliases(id)}<span${attribute("id", anchor)}${attribute("data-range", anchor)}${nameAttribute(id, output)}>`,
    "</span>",
  ];
}

/** Words under an entry of the index, as HTMLBook has them. The first piece of them carries the entry; later pieces say which they go on. */
export function indexedHtml(
  { id, ...entry }: MarkAttributes["index_entry"],
  _words: unknown,
  output: HtmlOutput,
): Tags {
  const anchor = output.indexedAnchor(id, entry);
  if (output.begun.has(anchor)) return [`<span${attribute("data-indexed", anchor)}>`, "</span>"];
  output.begun.add(anchor);
  const attributes = Object.entries(indexEntryAttributes(entry)).map(([name, value]) =>
    attribute(name, value),
  );
  return [`<span id="${anchor}" data-type="indexterm"${attributes.join("")}>`, "</span>"];
}
