import type { Mark, Node } from "prosemirror-model";
import type { DestinationId, LinkLook, LinkTarget } from "@/core/document";
import { noteNumber } from "@/core/destinations";
import { attribute, escapeHtml } from "./escape";
import { equationHtml } from "./equation-html";
import type { HtmlOutput } from "./html-output";
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
      const [start, close] = markHtml(mark, parent, i, output);
      html += start;
      open.push({ mark, close });
    }
    html += leafHtml(child, output);
  });
  closeTo(0);
  return html;
}

function leafHtml(node: Node, output: HtmlOutput): string {
  if (node.isText) return textHtml(node.text!);
  if (node.type.name === "hard_break") return "<br>";
  if (node.type.name === "formula") return equationHtml(node.attrs.tex as string, "formula");
  if (node.type.name === "note") return noteSign(node, output);
  if (node.type.name === "computation") {
    const [start, words, end] = output.computation(node);
    return start + escapeHtml(words) + end;
  }
  if (node.type.name === "cross_reference") {
    const { start, words, end } = output.reference(node);
    return start + escapeHtml(words) + end;
  }
  const id = node.attrs.id as DestinationId;
  const anchor = output.anchor(id);
  return anchor
    ? `${output.aliases(id)}<span${attribute("id", anchor)}${nameAttribute(id, output)}></span>`
    : "";
}

/** The sign of a note; its words are written at the end. */
function noteSign(node: Node, output: HtmlOutput): string {
  const written = output.nextNote(node);
  output.notes.push(written);
  const { anchor, number, place } = written;
  return `<sup class="note"><a id="${anchor}-sign" href="#${anchor}" role="doc-noteref" data-place="${place}">${noteNumber(place, number)}</a></sup>`;
}

function nameAttribute(id: DestinationId, output: HtmlOutput): string {
  return ` data-name="${escapeHtml(ownEntry(output.index.registry.bookmarks, id)?.name ?? "")}"`;
}

const TAGS: Record<string, string> = {
  strong: "strong",
  emphasis: "em",
  underline: "u",
  strike: "s",
  superscript: "sup",
  subscript: "sub",
  code: "code",
};

function markHtml(
  mark: Mark,
  parent: Node,
  child: number,
  output: HtmlOutput,
): [start: string, close: string] {
  const tag = TAGS[mark.type.name];
  if (tag) return [`<${tag}>`, `</${tag}>`];
  switch (mark.type.name) {
    case "link":
      return linkHtml(mark, wordsUnder(mark, parent, child), output);
    case "bookmark":
      return rangeHtml(mark.attrs.id as DestinationId, output);
    case "colour":
      return [`<span style="color: ${mark.attrs.colour as string}">`, "</span>"];
    default:
      return [`<span style="font-size: ${mark.attrs.percent as number}%">`, "</span>"];
  }
}

function wordsUnder(mark: Mark, parent: Node, from: number): string {
  let words = "";
  for (let i = from; i < parent.childCount && mark.isInSet(parent.child(i).marks); i++)
    words += parent.child(i).text ?? " ";
  return words;
}

/** The tags of a link around its words. */
export function linkHtml(mark: Mark, words: string, output: HtmlOutput): [start: string, end: string] {
  const { target, look, hint } = mark.attrs as { target: LinkTarget; look: LinkLook; hint: string };
  const href = output.href(target, words);
  const was =
    target.kind === "destination" ? (target.was ?? target.id) : target.kind === "words" ? target.exact : "";
  const leads = [
    href !== null
      ? ` href="${escapeHtml(href)}"`
      : target.kind === "action"
        ? ""
        : ` class="adrift" data-adrift="${escapeHtml(was)}"`,
    CARRIED.has(target.kind) ? ` data-leads="${escapeHtml(JSON.stringify(target))}"` : "",
    look === "underlined" ? "" : ` data-look="${look}"`,
    hint ? ` title="${escapeHtml(hint)}"` : "",
  ];
  return [`<a${leads.join("")}>`, "</a>"];
}

/** Kinds of target that an address alone does not tell, so that the file says them as they are. */
export const CARRIED: ReadonlySet<LinkTarget["kind"]> = new Set(["document", "action"]);

/** The first piece of a range carries its anchor; later pieces say which range they go on. */
function rangeHtml(id: DestinationId, output: HtmlOutput): [string, string] {
  const anchor = output.anchor(id);
  if (!anchor) return ["", ""];
  if (output.begun.has(id)) return [`<span${attribute("data-range", anchor)}>`, "</span>"];
  output.begun.add(id);
  return [
    `${output.aliases(id)}<span${attribute("id", anchor)}${attribute("data-range", anchor)}${nameAttribute(id, output)}>`,
    "</span>",
  ];
}
