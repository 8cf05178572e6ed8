import type { DestinationId, Direction, FixedWords } from "@/core/document";
import { escapeHtml } from "../formats/html/escape";
import { entryWords, type ContentsBranch } from "../wayfinding";
import type { BranchLine } from "./open-branch";

/** What all pages of an edition share. */
export interface Frame {
  readonly title: string;
  readonly language: string;
  readonly direction: Direction;
  readonly says: FixedWords;
  /** The files of the first page, of all contents, and of the styles. */
  readonly first: string;
  readonly contents: string;
  readonly styles: string;
  /** The files by which it is searched; null for none. */
  readonly search: { readonly page: string; readonly worker: string; readonly index: string } | null;
}

/** A way to another page, or to a place. */
export interface Step {
  readonly href: string;
  readonly words: string;
}

/** What stands around the text of one page. */
export interface FramedPage {
  readonly title: string;
  readonly place: { readonly number: number; readonly of: number };
  /** The sections around its own, the outermost first. */
  readonly path: readonly Step[];
  /** The anchor of the beginning, on the first page. */
  readonly top: string | null;
  /** Whether the title of the document stands above its text. */
  readonly titled: boolean;
  readonly previous: Step | null;
  readonly next: Step | null;
  readonly parent: Step | null;
  readonly lines: readonly BranchLine[];
  readonly hrefOf: (id: DestinationId) => string;
}

/** What a page may fetch, and that it runs nothing of its own (W3C CSP 3). */
const POLICY =
  "default-src 'none'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; script-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'none'";

/** The id of the text in a page; no anchor begins with a low line. */
const TEXT = "_text";

/** A page with a section. `body`: its text, as HTML. */
export function readingPage(frame: Frame, page: FramedPage, body: string): string {
  const { says } = frame;
  const { previous, next, parent, place, path } = page;
  const rel = (name: string, step: Step | null) => (step ? `<link rel="${name}" href="${step.href}">\n` : "");
  const way = (kind: "previous" | "parent" | "next", step: Step | null) =>
    step
      ? `<a class="${kind}" href="${step.href}"${kind === "parent" ? "" : ` rel="${kind === "next" ? "next" : "prev"}"`}><span>${escapeHtml(says[kind === "parent" ? "up" : kind])}</span> ${escapeHtml(step.words)}</a>`
      : "";
  const around = path
    .map(({ href, words }) => `<li><a href="${href}">${escapeHtml(words)}</a></li>`)
    .join("");
  return `${headOf(frame, page.title, rel("prev", previous) + rel("next", next))}
<body${page.top === null ? "" : ` id="${escapeHtml(page.top)}"`}>
${bannerOf(frame, page.titled)}
<div class="beside-text">
<nav class="branches" aria-label="${escapeHtml(says.lists.sections)}">
<details open><summary>${escapeHtml(says.lists.sections)}</summary>
${linesHtml(page.lines, page.hrefOf)}
<p><a href="${frame.contents}">${escapeHtml(says.lists.sections)} …</a></p>
</details>
</nav>
<div class="page">
${around ? `<nav class="path" aria-label="${escapeHtml(says.up)}"><ol>${around}</ol></nav>\n` : ""}<main>
<span id="${TEXT}" tabindex="-1"></span>${body}
</main>
<nav class="steps" aria-label="${escapeHtml(says.next)}">
${way("previous", previous)}${way("parent", parent)}${way("next", next)}
<p>${place.number} / ${place.of}</p>
</nav>
</div>
</div>
</body>
</html>
`;
}

/** A page with all of the contents. */
export function contentsPage(
  frame: Frame,
  branches: readonly ContentsBranch[],
  hrefOf: (id: DestinationId) => string,
): string {
  const all = (some: readonly ContentsBranch[]): string =>
    some.length === 0
      ? ""
      : `<ol>${some.map((branch) => `<li><a href="${hrefOf(branch.id)}">${escapeHtml(entryWords(branch))}</a>${all(branch.below)}</li>`).join("")}</ol>`;
  const called = escapeHtml(frame.says.lists.sections);
  return `${headOf(frame, frame.says.lists.sections, "")}
<body>
${bannerOf(frame, false)}
<div class="page">
<main>
<span id="${TEXT}" tabindex="-1"></span><h1>${called}</h1>
<nav aria-label="${called}">${all(branches)}</nav>
</main>
</div>
</body>
</html>
`;
}

/** A page that only leads on to a place. */
export function leadPage({ title, language }: Frame, href: string): string {
  return `<!DOCTYPE html>
<html lang="${escapeHtml(language)}">
<head>
<meta charset="utf-8">
<meta http-equiv="refresh" content="0; url=${href}">
<link rel="canonical" href="${href}">
<title>${escapeHtml(title)}</title>
</head>
<body><p><a href="${href}">${escapeHtml(title)}</a></p></body>
</html>
`;
}

function headOf(
  { title, language, direction, styles, search, says }: Frame,
  own: string,
  links: string,
): string {
  const script = search
    ? `<script src="${search.page}" defer data-worker="${search.worker}" data-index="${search.index}" data-search="${escapeHtml(says.search)}" data-none="${escapeHtml(says.nothingFound)}"></script>\n`
    : "";
  return `<!DOCTYPE html>
<html lang="${escapeHtml(language)}"${direction === "rtl" ? ' dir="rtl"' : ""}>
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${POLICY}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeHtml(own === title ? title : `${own} – ${title}`)}</title>
<link rel="stylesheet" href="${styles}">
${script}${links}</head>`;
}

function bannerOf({ title, says, first, contents }: Frame, titled: boolean): string {
  const tag = titled ? "h1" : "p";
  return `<a class="skip" href="#${TEXT}">${escapeHtml(says.skipToText)}</a>
<header class="banner"><${tag} class="title"><a href="${first}">${escapeHtml(title)}</a></${tag}><a class="to-contents" href="${contents}">${escapeHtml(says.lists.sections)}</a></header>`;
}

function linesHtml(lines: readonly BranchLine[], hrefOf: (id: DestinationId) => string): string {
  if (lines.length === 0) return "";
  const items = lines.map(({ branch, holds, below }) => {
    const current = holds && below.every((line) => !line.holds) ? ' aria-current="page"' : "";
    return `<li${holds ? ' class="open"' : ""}><a href="${hrefOf(branch.id)}"${current}>${escapeHtml(entryWords(branch))}</a>${linesHtml(below, hrefOf)}</li>`;
  });
  return `<ol>${items.join("")}</ol>`;
}
