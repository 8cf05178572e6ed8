import { fixedWordsOf, type Manuscript, settingsOf, documentTitle, UNTITLED } from "@/core/document";
import { contentsEntries, contentsList, contentsTree, saysItsTitle } from "@/core/wayfinding";
import { placeholderFor } from "../bytes-in-text";
import { withMarkedPlaces } from "../marked-places";
import { BesideFile } from "../outside";
import type { PromisedLink } from "../promised-link";
import type { WriteOptions } from "../write-options";
import { documentHtml } from "./block-html";
import { branchesHtml } from "./contents-html";
import { escapeHtml } from "./escape";
import { headMetas } from "./head-metas";
import { HtmlOutput } from "./html-output";
import { familiesOf, styleSheet } from "./style-sheet";

/** The file runs nothing and fetches nothing: all that it shows is inside (W3C CSP 3). */
const POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; base-uri 'none'; form-action 'none'";

/**
 * Writes a document as one HTML file: text, looks, pictures and fonts inside, a contents list in a `nav` (before the text
 * unless the document has one of its own), real ids, links that work without scripts.
 */
export function writeHtml(
  { doc, pictures }: Manuscript,
  options: WriteOptions = {},
): { text: string; promised: PromisedLink[] } {
  const places = withMarkedPlaces(doc);
  const { index } = places;
  const output = new HtmlOutput(
    places,
    new BesideFile(options.library, ".html"),
    (name) => {
      const picture = pictures.get(name);
      return picture ? `data:${picture.type};base64,${placeholderFor(name)}` : "";
    },
    options.pages,
  );
  const front = contentsList(index) === null ? frontContents(output) : "";
  const body = documentHtml(output);
  const title = documentTitle(doc) || UNTITLED;
  const used = familiesOf(index.sheet, body);
  const fonts = (options.fonts ?? []).filter((font) => used.has(font.family));
  const text = `<!DOCTYPE html>
<html lang="${escapeHtml(settingsOf(doc).language)}"${output.direction === "rtl" ? ' dir="rtl"' : ""}>
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${POLICY}">
<meta name="viewport" content="width=device-width, initial-scale=1">
${headMetas(settingsOf(doc))}<title>${escapeHtml(title)}</title>
<style>
${styleSheet(fonts, index.sheet, output.pageSections)}
</style>
</head>
<body id="${output.top}">
<a class="skip" data-generated="skip" href="#${TEXT}">${escapeHtml(fixedWordsOf(doc).skipToText)}</a>
${saysItsTitle(index) ? "" : `<header data-generated="title"><h1>${escapeHtml(title)}</h1></header>\n`}${front}<main>
<span id="${TEXT}" data-generated="skip" tabindex="-1"></span>${body}
</main>
</body>
</html>
`;
  return { text, promised: output.promised };
}

/** The id of the text in the file; no anchor begins with a stroke. */
const TEXT = "_text";

function frontContents(output: HtmlOutput): string {
  const tree = contentsTree(contentsEntries(output.index, { from: 1, to: 3 }));
  if (tree.length === 0) return "";
  const words = escapeHtml(fixedWordsOf(output.index.doc).lists.sections);
  return `<nav class="front" data-generated="contents" aria-label="${words}"><p>${words}</p>${branchesHtml(tree, output)}</nav>\n`;
}
