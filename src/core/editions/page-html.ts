import type { DestinationId, Direction, FixedWords } from "@/core/document";
import { escapeHtml } from "../formats/html/escape";
import { entryWords, type ContentsBranch } from "../wayfinding";
import type { BranchLine } from "./open-branch";
import { ICON, INSTALLED } from "./addresses";
import { BASE, NOTICE_PLACE, READING_POLICY, SAID } from "./served";
import { naming } from "./naming";
import type { ReaderWords } from "./reader-words";

/** What all pages of an edition share. */
export interface Frame {
  readonly title: string;
  readonly language: string;
  readonly direction: Direction;
  readonly says: FixedWords;
  /** The files of the first page, of all contents, of all of it on one page, and of the styles. */
  readonly first: string;
  readonly contents: string;
  readonly whole: string;
  readonly styles: string;
  /** The programs of its pages: what runs before they are painted, and what runs on them; null for none. */
  readonly early: string | null;
  readonly script: string | null;
  readonly tells: ReaderWords;
  readonly issue: EditionIssue | null;
  readonly downloads: readonly EditionDownload[];
}

/** Which edition it is, and what is new in it. */
export interface EditionIssue {
  readonly number: number;
  /** The day, as ISO 8601 has it. */
  readonly date: string;
  readonly note: string;
}

/** The same document in another form, beside the pages. */
export interface EditionDownload {
  readonly called: string;
  readonly path: string;
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
${footOf(frame)}
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
${footOf(frame)}
</div>
</body>
</html>
`;
}

/** All of a document on one page, for printing. `body`: its text, as HTML. */
export function wholePage(
  frame: Frame,
  { top, titled }: Pick<FramedPage, "top" | "titled">,
  body: string,
): string {
  return `${headOf(frame, frame.title, "")}
<body class="whole"${top === null ? "" : ` id="${escapeHtml(top)}"`}>
${bannerOf(frame, titled)}
<div class="page">
<main>
<span id="${TEXT}" tabindex="-1"></span>${body}
</main>
${footOf(frame)}
</div>
</body>
</html>
`;
}

/** A page for addresses that lead nowhere, to be completed by a server. */
export function missingPage(frame: Frame): string {
  const at = (file: string) => BASE + file;
  const { first, contents, whole, styles, early, script } = frame;
  const there = {
    ...frame,
    first: at(first),
    contents: at(contents),
    whole: at(whole),
    styles: at(styles),
    early: early && at(early),
    script: script && at(script),
  };
  return `${headOf(there, frame.title, "")}
<body>
${bannerOf(there, false)}
<div class="page">
<main>
<span id="${TEXT}" tabindex="-1"></span>${SAID}
</main>
</div>
</body>
</html>
`;
}

/** A page that only leads on to a place. */
export function leadPage({ title, language }: Pick<Frame, "title" | "language">, href: string): string {
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

/** Which edition it is, and the same document in other forms. */
function footOf({ tells, issue, downloads, whole, language }: Frame): string {
  const which =
    issue &&
    `<p>${escapeHtml(naming(tells.edition, String(issue.number)))}, <time datetime="${issue.date}">${escapeHtml(dayIn(language, issue.date))}</time>${issue.note ? ` – ${escapeHtml(issue.note)}` : ""}</p>\n`;
  const others = downloads
    .map(
      ({ called, path }) =>
        ` · <a href="${escapeHtml(addressOfPath(path))}" download>${escapeHtml(called)}</a>`,
    )
    .join("");
  return `<footer class="about">
${which ?? ""}<p><a href="${whole}">${escapeHtml(tells.whole)}</a>${others}</p>
</footer>`;
}

function addressOfPath(path: string): string {
  return path.split("/").map(encodeURIComponent).join("/");
}

function dayIn(language: string, date: string): string {
  const style = { dateStyle: "long", timeZone: "UTC" } as const;
  try {
    return new Intl.DateTimeFormat(language, style).format(new Date(date));
  } catch {
    return new Intl.DateTimeFormat("en", style).format(new Date(date));
  }
}

function headOf(
  { title, language, direction, styles, early, script: file }: Frame,
  own: string,
  links: string,
): string {
  const [icon, installed] = file ? [at(file, ICON), at(file, INSTALLED)] : ["data:,", null];
  const program = `<link rel="icon" href="${icon}">\n${installed ? `<link rel="manifest" href="${installed}">\n` : ""}`;
  const script =
    early && file ? `<script src="${early}"></script>\n<script src="${file}" defer></script>\n` : "";
  return `<!DOCTYPE html>
<html lang="${escapeHtml(language)}"${direction === "rtl" ? ' dir="rtl"' : ""}>
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${READING_POLICY}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeHtml(own === title ? title : `${own} – ${title}`)}</title>
${program}<link rel="stylesheet" href="${styles}">
${script}${links}</head>`;
}

function bannerOf({ title, says, first, contents }: Frame, titled: boolean): string {
  const tag = titled ? "h1" : "p";
  return `<a class="skip" href="#${TEXT}">${escapeHtml(says.skipToText)}</a>
<header class="banner"><${tag} class="title"><a href="${first}">${escapeHtml(title)}</a></${tag}><a class="to-contents" href="${contents}">${escapeHtml(says.lists.sections)}</a></header>
${NOTICE_PLACE}`;
}

function linesHtml(lines: readonly BranchLine[], hrefOf: (id: DestinationId) => string): string {
  if (lines.length === 0) return "";
  const items = lines.map(({ branch, holds, below }) => {
    const current = holds && below.every((line) => !line.holds) ? ' aria-current="page"' : "";
    return `<li${holds ? ' class="open"' : ""}><a href="${hrefOf(branch.id)}"${current}>${escapeHtml(entryWords(branch))}</a>${linesHtml(below, hrefOf)}</li>`;
  });
  return `<ol>${items.join("")}</ol>`;
}

/** A file that stands beside another one. */
function at(file: string, beside: string): string {
  return file.startsWith(BASE) ? BASE + beside : beside;
}
