import type { ContentsBranch } from "@/core/wayfinding";
import { entryWords } from "@/core/wayfinding";
import { escapeXml, xmlAttribute } from "../xml/escape-xml";

const DECLARATION = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** A file of a book, as its package names it. */
export interface BookItem {
  readonly id: string;
  readonly href: string;
  readonly type: string;
  readonly properties?: string;
}

/** What a book says of itself. */
export interface BookFacts {
  readonly identifier: string;
  readonly title: string;
  readonly language: string;
  readonly direction: "ltr" | "rtl";
  readonly made: Date;
  /** What it offers to readers who do not see it (EPUB Accessibility 1.1). */
  readonly features: readonly string[];
  readonly hasPictures: boolean;
  readonly summary: string;
}

export const CONTAINER_XML = `${DECLARATION}<container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="book/package.opf" media-type="application/oebps-package+xml"/></rootfiles></container>`;

/** The package of a book (EPUB 3.3, 5): what it says of itself, its files, and the order in which they are read. */
export function packageXml(facts: BookFacts, items: readonly BookItem[], spine: readonly string[]): string {
  const { identifier, title, language, direction, made, features, hasPictures, summary } = facts;
  const when = `${made.toISOString().slice(0, 19)}Z`;
  const metas = [
    ["dcterms:modified", when],
    ["schema:accessMode", "textual"],
    ...(hasPictures ? [["schema:accessMode", "visual"]] : []),
    ["schema:accessModeSufficient", "textual"],
    ...features.map((feature) => ["schema:accessibilityFeature", feature]),
    ["schema:accessibilityHazard", "none"],
    ["schema:accessibilitySummary", summary],
  ].map(([property, value]) => `<meta property="${property}">${escapeXml(value!)}</meta>`);
  const manifest = items.map(
    ({ id, href, type, properties }) =>
      `<item id="${id}" href="${escapeXml(href)}" media-type="${type}"${xmlAttribute("properties", properties)}/>`,
  );
  return `${DECLARATION}<package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="book-id" xml:lang="${escapeXml(language)}" prefix="schema: http://schema.org/">
<metadata xmlns:dc="http://purl.org/dc/elements/1.1/">
<dc:identifier id="book-id">${escapeXml(identifier)}</dc:identifier>
<dc:title>${escapeXml(title)}</dc:title>
<dc:language>${escapeXml(language)}</dc:language>
<meta name="cover" content="cover-image"/>
${metas.join("\n")}
</metadata>
<manifest>
${manifest.join("\n")}
</manifest>
<spine toc="ncx"${direction === "rtl" ? ' page-progression-direction="rtl"' : ""}>
${spine.map((id) => `<itemref idref="${id}"/>`).join("\n")}
</spine>
</package>
`;
}

/** A page of our own layout, and where it begins in the book. */
export interface PageBreak {
  readonly label: string;
  readonly href: string;
}

/** Where a reader is led besides the contents. */
export interface Landmark {
  readonly type: string;
  readonly href: string;
  readonly words: string;
}

/** What the navigation of a book lists. */
export interface Navigation {
  readonly title: string;
  readonly language: string;
  readonly direction: "ltr" | "rtl";
  readonly contents: string;
  readonly branches: readonly ContentsBranch[];
  /** Where the text begins: the only line where it has no headings. */
  readonly begins: string;
  readonly hrefOf: (id: ContentsBranch["id"]) => string;
  readonly landmarks: readonly Landmark[];
  readonly pages: readonly PageBreak[];
}

/** The navigation of a book (EPUB 3.3, 7): contents, landmarks, and the pages of its print. */
export function navigationXhtml(of: Navigation): string {
  const { title, language, direction, contents, branches, begins, hrefOf, landmarks, pages } = of;
  const lines = (all: readonly ContentsBranch[]): string =>
    `<ol>${all.map((branch) => `<li><a href="${escapeXml(hrefOf(branch.id))}">${escapeXml(entryWords(branch).trim() || "–")}</a>${branch.below.length > 0 ? lines(branch.below) : ""}</li>`).join("")}</ol>`;
  const marks = landmarks.map(
    ({ type, href, words }) =>
      `<li><a epub:type="${type}" href="${escapeXml(href)}">${escapeXml(words)}</a></li>`,
  );
  const printed = pages.map(
    ({ label, href }) => `<li><a href="${escapeXml(href)}">${escapeXml(label)}</a></li>`,
  );
  return `${xhtmlStart({ title, language, direction, styles: "styles.css" })}
<body>
<nav epub:type="toc" role="doc-toc" id="toc"><h1>${escapeXml(contents)}</h1>${branches.length > 0 ? lines(branches) : `<ol><li><a href="${begins}">${escapeXml(title)}</a></li></ol>`}</nav>
<nav epub:type="landmarks" hidden="hidden"><h2>Landmarks</h2><ol>${marks.join("")}</ol></nav>
${printed.length > 0 ? `<nav epub:type="page-list" role="doc-pagelist" hidden="hidden"><h2>Pages</h2><ol>${printed.join("")}</ol></nav>` : ""}
</body>
</html>
`;
}

/** The beginning of a page, up to its body. `more`: what else stands in its head. */
export function xhtmlStart({
  title,
  language,
  direction,
  styles,
  more = "",
}: {
  readonly title: string;
  readonly language: string;
  readonly direction: "ltr" | "rtl";
  readonly styles: string;
  readonly more?: string;
}): string {
  const lang = escapeXml(language);
  return `${DECLARATION}<!DOCTYPE html>
<html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops" lang="${lang}" xml:lang="${lang}"${direction === "rtl" ? ' dir="rtl"' : ""}>
<head>
<meta charset="utf-8"/>
${more}<title>${escapeXml(title)}</title>
<link rel="stylesheet" type="text/css" href="${styles}"/>
</head>`;
}

/** The contents as readers of EPUB 2 look for them (OPF 2.0.1, 2.4.1). */
export function ncxXml({ title, branches, begins, hrefOf, pages }: Navigation, identifier: string): string {
  let order = 0;
  const orders = new Map<string, number>();
  const orderOf = (href: string) => {
    let known = orders.get(href);
    if (known === undefined) orders.set(href, (known = ++order));
    return known;
  };
  const points = (all: readonly ContentsBranch[]): string =>
    all
      .map((branch) => {
        const href = hrefOf(branch.id);
        const own = orderOf(href);
        return `<navPoint id="point-${branch.id}" playOrder="${own}"><navLabel><text>${escapeXml(entryWords(branch))}</text></navLabel><content src="${escapeXml(href)}"/>${points(branch.below)}</navPoint>`;
      })
      .join("");
  const depth = (all: readonly ContentsBranch[]): number =>
    1 + Math.max(0, ...all.map(({ below }) => (below.length > 0 ? depth(below) : 0)));
  const map =
    points(branches) ||
    `<navPoint id="point-text" playOrder="${orderOf(begins)}"><navLabel><text>${escapeXml(title)}</text></navLabel><content src="${begins}"/></navPoint>`;
  const printed = pages
    .map(
      ({ label, href }, i) =>
        `<pageTarget id="target-${i + 1}" type="${/^\d+$/.test(label) ? "normal" : "front"}"${/^\d+$/.test(label) ? ` value="${label}"` : ""} playOrder="${orderOf(href)}"><navLabel><text>${escapeXml(label)}</text></navLabel><content src="${escapeXml(href)}"/></pageTarget>`,
    )
    .join("");
  return `${DECLARATION}<ncx xmlns="http://www.daisy.org/z3986/2005/ncx/" version="2005-1"><head><meta name="dtb:uid" content="${escapeXml(identifier)}"/><meta name="dtb:depth" content="${depth(branches)}"/><meta name="dtb:totalPageCount" content="${pages.length}"/><meta name="dtb:maxPageNumber" content="${pages.length}"/></head><docTitle><text>${escapeXml(title)}</text></docTitle><navMap>${map}</navMap>${printed ? `<pageList><navLabel><text>Pages</text></navLabel>${printed}</pageList>` : ""}</ncx>
`;
}
