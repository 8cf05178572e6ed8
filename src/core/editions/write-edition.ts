import { documentTitle, PICTURE_TYPES, settingsOf, UNTITLED, type Manuscript } from "@/core/document";
import { packedFonts } from "../formats/epub/packed-fonts";
import { filesBesideOf } from "../formats/files-beside";
import { firstWordsOf, type FirstWords } from "../formats/first-words";
import { HtmlOutput } from "../formats/html/html-output";
import { familiesOf, styleSheet } from "../formats/html/style-sheet";
import { withMarkedPlaces } from "../formats/marked-places";
import type { BookFont } from "../formats/office/office-options";
import { BesideFile } from "../formats/outside";
import type { KnownLibrary } from "../links";
import { editionPages, MAX_PAGE_LETTERS } from "./edition-pages";
import { FRAME_CSS } from "./frame-css";
import { contentsPage, leadPage, readingPage } from "./page-html";
import { searchIndex } from "./search-index";
import { CONTENTS, FIRST, SEARCH_FILES, Site, STYLES } from "./site";
import { WrittenBlocks } from "./written-blocks";

/** A link within an edition, and where it must land. */
export interface PromisedPlace {
  readonly words: string;
  readonly anchor: string;
  readonly begins: FirstWords | null;
}

/** The files of an edition, and what they promise. */
export interface WrittenEdition {
  /** By their paths, which any web server and any disk can hold. */
  readonly files: ReadonlyMap<string, string | Uint8Array>;
  readonly pages: readonly EditionFile[];
  readonly promised: readonly PromisedPlace[];
}

/** A page of an edition as a file. */
export interface EditionFile {
  readonly file: string;
  readonly title: string;
}

/** What an edition is made with. */
export interface EditionOptions {
  readonly fonts?: readonly BookFont[];
  readonly library?: KnownLibrary;
  /** How many pages the printed document has; null where that is not known. */
  readonly pageCount?: number | null;
  readonly maxPageLetters?: number;
  /** The programs for search, as they were built: that of the page and the one beside it. Without them there is no search. */
  readonly scripts?: { readonly page: string; readonly search: string };
}

/**
 * Writes a document as static pages for readers: one for each section of the highest level, cut deeper where it is long, with the contents around
 * it, steps, and a page for each anchor that leads to its place. All links are relative and work without scripts.
 */
export function writeEdition(manuscript: Manuscript, options: EditionOptions = {}): WrittenEdition {
  const { doc, pictures } = manuscript;
  const places = withMarkedPlaces(doc);
  const { index } = places;
  const shown = new Map<string, string>();
  const output = new HtmlOutput(
    places,
    new BesideFile(options.library, ".html"),
    (name) => {
      const picture = pictures.get(name);
      if (!picture) return "";
      const path = `pictures/${name}`.replace(/(?:\.\w+)?$/, `.${PICTURE_TYPES[picture.type]}`);
      shown.set(path, name);
      return path;
    },
    options.pageCount ?? null,
  );
  const blocks = new WrittenBlocks(output);
  const pages = editionPages(index, blocks, options.maxPageLetters ?? MAX_PAGE_LETTERS);
  const site = new Site(index, output, pages);
  const bodies = pages.map(({ from, to }) => blocks.html(from, to));
  bodies.forEach((body, i) => site.place(body, i));
  const { scripts } = options;
  const frame = site.frame(scripts !== undefined);
  const menus = (at: "header" | "footer") => blocks.placed[at].join("\n");
  const floating = settingsOf(doc).returns.also?.includes("floating") ? site.floating() : "";
  const written = new Map<string, string | Uint8Array>();
  pages.forEach((_, i) => {
    const inside = [menus("header"), bodies[i]!, menus("footer"), floating].filter(Boolean).join("\n");
    written.set(site.files[i]!, readingPage(frame, site.page(i), site.linked(inside, i)));
  });
  written.set(
    CONTENTS,
    contentsPage(frame, site.branches, (id) => site.addressOf(id)),
  );
  for (const [anchor, file] of site.leads)
    written.set(file, leadPage(frame, `../${site.address(anchor, null)!}`));
  const text = bodies.join("");
  const families = familiesOf(index.sheet, text);
  const fonts = packedFonts((options.fonts ?? []).filter(({ family }) => families.has(family)));
  written.set(
    STYLES,
    [...fonts.map(({ rule }) => rule), styleSheet([], index.sheet, output.pageSections), FRAME_CSS].join(
      "\n",
    ),
  );
  if (scripts) {
    written.set(SEARCH_FILES.page, scripts.page);
    written.set(SEARCH_FILES.worker, scripts.search);
    const title = documentTitle(doc) || UNTITLED;
    const first = { first: `${FIRST}#${output.top}`, title };
    written.set(
      SEARCH_FILES.index,
      searchIndex(index, (id) => site.addressOf(id), first),
    );
  }
  for (const { path, bytes } of fonts) written.set(path, bytes);
  for (const [path, name] of shown) written.set(path, pictures.get(name)!.bytes);
  for (const [path, bytes] of filesBesideOf(manuscript)) written.set(path, bytes);
  return {
    files: written,
    pages: site.files.map((file, i) => ({ file, title: site.page(i).title })),
    promised: output.promised.flatMap(({ text: words, href, destination }) => {
      if (!href.startsWith("#")) return [];
      const place = destination === null ? undefined : index.destination(destination);
      return {
        words,
        anchor: decodeURIComponent(href.slice(1)),
        begins: (place && firstWordsOf(place, index)) ?? null,
      };
    }),
  };
}
