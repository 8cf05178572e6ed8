import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { cutPages, type ReadingPage } from "@/core/cutting/cut-pages";
import {
  decodeSafely,
  documentTitle,
  fixedWordsOf,
  isKind,
  lacksWords,
  type Manuscript,
  type Picture,
  PICTURE_TYPES,
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
import type { BookFont, OfficeOptions } from "../office/office-options";
import { packedPicture } from "../office/packed-picture";
import type { PromisedOfficeLink } from "../office/promised-office-link";
import type { WrittenArchive } from "../office/written-archive";
import type { Outside } from "../outside";
import type { PromisedLink } from "../promised-link";
import { escapeXml } from "../xml/escape-xml";
import type { ToZip } from "../zipped";
import { bookCss } from "./book-css";
import { bookPicture } from "./book-picture";
import { coverSvg } from "./cover";
import {
  CONTAINER_XML,
  navigationXhtml,
  ncxXml,
  packageXml,
  xhtmlStart,
  type BookItem,
  type PageBreak,
} from "./package-xml";
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
  const used = new Map<string, { readonly path: string; readonly picture: Picture }>();
  const pictureAddress = (name: string) => {
    const known = used.get(name);
    if (known) return known.path;
    const picture = packedPicture(name, pictures, options);
    if (!picture) return "";
    const path = `pictures/${used.size + 1}.${PICTURE_TYPES[picture.type]}`;
    used.set(name, { path, picture: bookPicture(picture) });
    return path;
  };
  const output = new HtmlOutput(
    places,
    new NothingBeside(options.library ?? UNKNOWN_LIBRARY),
    pictureAddress,
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
        ? `<header data-generated="title"><h1>${escapeXml(title)}</h1></header>`
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
  const items: BookItem[] = [
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
    ...[...used.values()].map(({ path, picture: { type } }, i) => ({
      id: `picture-${i + 1}`,
      href: path,
      type,
    })),
    ...fonts.map(({ path }, i) => ({ id: `font-${i + 1}`, href: path, type: "font/woff2" })),
  ];
  const says = fixedWordsOf(doc);
  const contents = contentsList(index);
  const branches = contentsTree(contentsEntries(index, { from: 1, to: 6 }));
  const navigation = {
    title,
    language,
    direction,
    contents: says.lists.sections,
    branches,
    begins: first,
    hrefOf: (id: (typeof branches)[number]["id"]) => hrefTo(index.anchors.of(id)!),
    landmarks: [
      ...(contents
        ? [{ type: "toc", href: hrefTo(index.anchors.of(contents.id)!), words: says.lists.sections }]
        : []),
      { type: "bodymatter", href: files[cut.findIndex(({ heading }) => heading)] ?? first, words: title },
    ],
    pages: breaks.met.map(({ label, id }): PageBreak => ({ label, href: hrefTo(id) })),
  };
  const facts = {
    identifier,
    title,
    language,
    direction,
    made: options.made ?? new Date(),
    features: featuresOf(index, read, breaks),
    hasPictures: used.size > 0,
    summary: "The text is structured by headings, and all of it can be read aloud.",
  };
  const spine = ["cover", ...files.map((_, i) => `page-${i + 1}`)];
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
      ...Object.fromEntries([...used.values()].map(({ path, picture }) => [`book/${path}`, picture.bytes])),
      ...Object.fromEntries(fonts.map(({ path, bytes }) => [`book/${path}`, bytes])),
    }),
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

/** The pages of our own layout, by the blocks before which they begin. */
class PageBreaks {
  readonly met: { readonly label: string; readonly id: string }[] = [];
  private readonly starts: readonly number[];
  private page = -1;
  private readonly taken = new Set<string>();

  constructor(
    { doc }: DocumentIndex,
    private readonly options: OfficeOptions,
  ) {
    const starts: number[] = [];
    doc.forEach((_block, offset) => starts.push(offset));
    this.starts = starts;
  }

  /** Signs of the pages that begin with a block, or within the one before it. */
  before(block: number): string {
    const { pages } = this.options;
    if (!pages) return "";
    const at = this.starts[block]!;
    const page = pages.pageAt(at);
    if (page <= this.page) return "";
    // Of pages that begin within one block the last is that on which the next stands.
    this.page = page;
    const label = pages.labelAt(at);
    const id = `_page-${label.replace(/[^\p{L}\p{N}]/gu, "_")}`;
    if (this.taken.has(id)) return "";
    this.taken.add(id);
    this.met.push({ label, id });
    return `<div role="doc-pagebreak" id="${id}" aria-label="${escapeXml(label)}" data-generated="page"></div>`;
  }
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

/** What names a book: the document it came from, or, in a clean copy, what stands in it. */
function identifierOf({ from, clean }: OfficeOptions, pages: readonly string[]): string {
  if (from && !clean) return `urn:gate-rope:${from.document}`;
  const hash = sha256.create();
  for (const page of pages) hash.update(new TextEncoder().encode(page));
  const hex = bytesToHex(hash.digest());
  // A name-based identifier (RFC 9562, 5.8).
  return `urn:uuid:${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-9${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
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

interface PackedFont {
  readonly path: string;
  readonly bytes: Uint8Array;
  readonly rule: string;
}

function packedFonts(fonts: readonly BookFont[]): PackedFont[] {
  return fonts.map(({ family, style, unicodeRange, bytes }, i) => {
    const path = `fonts/${i + 1}.woff2`;
    return {
      path,
      bytes,
      rule: `@font-face{font-family:"${family}";font-style:${style};font-weight:200 900;src:url(${path}) format("woff2");unicode-range:${unicodeRange}}`,
    };
  });
}

function* filesOf(files: Readonly<Record<string, string | Uint8Array>>): Generator<ToZip> {
  // It comes first and is not packed, so that the kind of the file can be seen (EPUB OCF 3.3, 4.3).
  yield { path: "mimetype", pieces: [new TextEncoder().encode("application/epub+zip")], stored: true };
  const encoder = new TextEncoder();
  for (const [path, content] of Object.entries(files))
    yield { path, pieces: [typeof content === "string" ? encoder.encode(content) : content] };
}
