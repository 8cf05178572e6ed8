import { cutPages, type ReadingPage } from "@/core/cutting/cut-pages";
import {
  decodeSafely,
  documentTitle,
  fixedWordsOf,
  isKind,
  lacksWords,
  type DestinationId,
  type Direction,
  type Manuscript,
  settingsOf,
  UNTITLED,
} from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { UNKNOWN_LIBRARY, type KnownLibrary } from "@/core/links";
import { contentsEntries, contentsList, contentsTree, saysItsTitle } from "@/core/wayfinding";
import { firstWordsOf } from "../first-words";
import { blocksHtml } from "../html/block-html";
import { HtmlOutput } from "../html/html-output";
import { familiesOf } from "../html/style-sheet";
import { headMetas } from "../html/head-metas";
import { withMarkedPlaces } from "../marked-places";
import type { OfficeOptions } from "../office/office-options";
import type { PromisedOfficeLink } from "../office/promised-office-link";
import type { WrittenArchive } from "../office/written-archive";
import type { Outside } from "../outside";
import type { PromisedLink } from "../promised-link";
import { escapeXml } from "../xml/escape-xml";
import type { ToZip } from "../zipped";
import { bookCss } from "./book-css";
import { BookPictures } from "./book-picture";
import { coverSvg } from "./cover";
import { identifierOf } from "./identifier";
import {
  CONTAINER_XML,
  navigationXhtml,
  ncxXml,
  packageXml,
  xhtmlStart,
  type BookItem,
  type Navigation,
  type PageBreak,
} from "./package-xml";
import { packedFonts, type PackedFont } from "./packed-fonts";
import { PageBreaks } from "./page-breaks";
import { readPage, xhtmlOf, type ReadPage } from "./xhtml";

/** What lies outside of a book has no place in it: words of links that lead there stay, and lead nowhere. */
class NothingBeside implements Outside {
  constructor(readonly library: KnownLibrary) {}
  address(): null {
    return null;
  }
}

/** Writes a document as an e-book (EPUB 3.3): a page for each section of the highest level, cut deeper where it is long. */
export function writeEpub({ doc, pictures }: Manuscript, options: OfficeOptions = {}): WrittenArchive {
  const places = withMarkedPlaces(doc);
  const { index } = places;
  const shown = new BookPictures(pictures, options);
  const output = new HtmlOutput(
    places,
    new NothingBeside(options.library ?? UNKNOWN_LIBRARY),
    (name) => shown.pathOf(name),
    options.pageCount ?? null,
    options.pages ?? null,
  );
  const clean = options.clean ?? false;
  const title = documentTitle(doc) || UNTITLED;
  const { language } = settingsOf(doc);
  const { direction } = output;
  const breaks = new PageBreaks(index, options);
  const cut = cutPages(index);
  const files = cut.map((_, i) => `page-${String(i + 1).padStart(3, "0")}.xhtml`);
  const read = cut.map((page) => readPage(pageHtml(page, output, breaks)));
  // What stands twice leads to the first.
  const fileOf = new Map<string, string>();
  read.forEach(({ ids }, i) => ids.forEach((id) => fileOf.has(id) || fileOf.set(id, files[i]!)));
  const first = files[0]!;
  const address = (file: string) => (href: string) => {
    // What lies beside a file has no place beside a book.
    if (!href.startsWith("#")) return isOutside(href) ? href : null;
    const anchor = decodeSafely(href.slice(1));
    const home = anchor === output.top ? first : fileOf.get(anchor);
    return `${home === undefined || home === file ? "" : home}#${anchor}`;
  };
  const hrefTo = (anchor: string) => `${fileOf.get(anchor) ?? first}#${anchor}`;
  const metas = clean ? "" : headMetas(settingsOf(doc), { xml: true });
  const pages = read.map((page, i) => {
    const file = files[i]!;
    const head = cut[i]!.heading;
    const body = xhtmlOf(page, { address: address(file), clean });
    const said =
      i === 0 && !saysItsTitle(index)
        ? `<header${clean ? "" : ' data-generated="title"'}><h1>${escapeXml(title)}</h1></header>`
        : "";
    const start = xhtmlStart({
      title: head?.name.trim() || title,
      language,
      direction,
      styles: "styles.css",
    });
    return `${start}\n<body${i === 0 ? ` id="${output.top}"` : ""}>\n${said}<main>\n${body}\n</main>\n</body>\n</html>\n`;
  });
  const identifier = identifierOf(options, pages);
  const families = familiesOf(index.sheet, pages.join(""));
  const fonts = packedFonts((options.fonts ?? []).filter(({ family }) => families.has(family)));
  const facts = {
    identifier,
    title,
    language,
    direction,
    made: options.made ?? new Date(),
    features: featuresOf(index, read, breaks),
    hasPictures: shown.byPath.size > 0,
    summary: "The text is structured by headings, and all of it can be read aloud.",
  };
  const items = itemsOf(files, read, shown, fonts);
  const spine = ["cover", ...files.map((_, i) => `page-${i + 1}`)];
  const opens = files[cut.findIndex(({ heading }) => heading)] ?? first;
  const navigation = navigationOf(index, { title, direction, first, opens, hrefTo, breaks });
  return {
    promised: output.promised
      .filter(({ href }) => href.startsWith("#") || isOutside(href))
      .map((link) => promisedIn(link, index)),
    files: filesOf({
      "META-INF/container.xml": CONTAINER_XML,
      "book/package.opf": packageXml(facts, items, spine),
      "book/nav.xhtml": navigationXhtml(navigation),
      "book/toc.ncx": ncxXml(navigation, identifier),
      "book/styles.css": [...fonts.map(({ rule }) => rule), bookCss(index.sheet)].join("\n"),
      "book/cover.svg": coverSvg(title, direction),
      "book/cover.xhtml": `${xhtmlStart({ title, language, direction, styles: "styles.css", more: metas })}\n<body><section epub:type="cover"${clean ? "" : ' data-generated="cover"'}><img src="cover.svg" alt="${escapeXml(title)}"/></section></body>\n</html>\n`,
      ...Object.fromEntries(pages.map((page, i) => [`book/${files[i]!}`, page])),
      ...Object.fromEntries([...shown.byPath].map(([path, { bytes }]) => [`book/${path}`, bytes])),
      ...Object.fromEntries(fonts.map(({ path, bytes }) => [`book/${path}`, bytes])),
    }),
  };
}

/** What stands in the book, as its package tells of it. */
function itemsOf(
  files: readonly string[],
  read: readonly ReadPage[],
  pictures: BookPictures,
  fonts: readonly PackedFont[],
): BookItem[] {
  return [
    { id: "nav", href: "nav.xhtml", type: "application/xhtml+xml", properties: "nav" },
    { id: "ncx", href: "toc.ncx", type: "application/x-dtbncx+xml" },
    { id: "styles", href: "styles.css", type: "text/css" },
    { id: "cover-image", href: "cover.svg", type: "image/svg+xml", properties: "cover-image" },
    { id: "cover", href: "cover.xhtml", type: "application/xhtml+xml" },
    ...files.map((href, i) => ({
      id: `page-${i + 1}`,
      href,
      type: "application/xhtml+xml",
      ...(read[i]!.holdsMath && { properties: "mathml" }),
    })),
    ...[...pictures.byPath].map(([href, { type }], i) => ({ id: `picture-${i + 1}`, href, type })),
    ...fonts.map(({ path }, i) => ({ id: `font-${i + 1}`, href: path, type: "font/woff2" })),
  ];
}

/** The contents, landmarks and pages of the print that the book's navigation lists. `opens`: the file with the first section. */
function navigationOf(
  index: DocumentIndex,
  {
    first,
    opens,
    hrefTo,
    breaks,
    ...named
  }: {
    readonly title: string;
    readonly direction: Direction;
    readonly first: string;
    readonly opens: string;
    readonly hrefTo: (anchor: string) => string;
    readonly breaks: PageBreaks;
  },
): Navigation {
  const hrefOf = (id: DestinationId) => hrefTo(index.anchors.of(id)!);
  const says = fixedWordsOf(index.doc).lists.sections;
  const list = contentsList(index);
  return {
    ...named,
    language: settingsOf(index.doc).language,
    contents: says,
    branches: contentsTree(contentsEntries(index, { from: 1, to: 6 })),
    begins: first,
    hrefOf,
    landmarks: [
      ...(list ? [{ type: "toc", href: hrefOf(list.id), words: says }] : []),
      { type: "bodymatter", href: opens, words: named.title },
    ],
    pages: breaks.met.map(({ label, id }): PageBreak => ({ label, href: hrefTo(id) })),
  };
}

/** The blocks of a page, with signs where pages of the print begin. */
function pageHtml({ from, to }: ReadingPage, output: HtmlOutput, breaks: PageBreaks): string {
  const lines: string[] = [];
  for (let block = from; block < to; block++) {
    lines.push(breaks.before(block));
    // Notes stand at the end of the page.
    lines.push(...blocksHtml(output, undefined, { from: block, to: block + 1, notes: block === to - 1 }));
  }
  return lines.filter(Boolean).join("\n");
}

function featuresOf(index: DocumentIndex, pages: readonly ReadPage[], breaks: PageBreaks): string[] {
  let described = true;
  index.doc.descendants((node) => {
    if (isKind(node, "figure", "picture") && lacksWords(node)) described = false;
    return true;
  });
  return [
    "tableOfContents",
    "structuralNavigation",
    "readingOrder",
    "displayTransformability",
    ...(described ? ["alternativeText"] : []),
    ...(pages.some(({ holdsMath }) => holdsMath) ? ["MathML"] : []),
    ...(breaks.met.length > 0 ? ["pageNavigation", "pageBreakMarkers"] : []),
    ...(index.indexed.length > 0 ? ["index"] : []),
  ];
}

/** Whether an address leads out of the book by itself. */
function isOutside(href: string): boolean {
  return /^(?!https?:(?!\/\/))[a-z][a-z+.-]*:/i.test(href);
}

function promisedIn({ text, href, destination }: PromisedLink, index: DocumentIndex): PromisedOfficeLink {
  if (!href.startsWith("#")) return { words: text, to: { kind: "address", address: href } };
  const place = destination === null ? undefined : index.destination(destination);
  const begins = (place && firstWordsOf(place, index)) ?? null;
  return { words: text, to: { kind: "place", name: decodeSafely(href.slice(1)), begins } };
}

function* filesOf(files: Readonly<Record<string, string | Uint8Array>>): Generator<ToZip> {
  // It comes first and is not packed, so that the kind of the file can be seen (EPUB OCF 3.3, 4.3).
  yield { path: "mimetype", pieces: [new TextEncoder().encode("application/epub+zip")], stored: true };
  const encoder = new TextEncoder();
  for (const [path, content] of Object.entries(files))
    yield { path, pieces: [typeof content === "string" ? encoder.encode(content) : content] };
}
