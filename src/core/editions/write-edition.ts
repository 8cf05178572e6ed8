import {
  documentTitle,
  PICTURE_TYPES,
  settingsOf,
  UNTITLED,
  type DestinationId,
  type Manuscript,
} from "@/core/document";
import type { Outside } from "../formats/outside";
import { packedFonts } from "../formats/epub/packed-fonts";
import { filesBesideOf } from "../formats/files-beside";
import { firstWordsOf, type FirstWords } from "../formats/first-words";
import { HtmlOutput } from "../formats/html/html-output";
import { familiesOf, styleSheet } from "../formats/html/style-sheet";
import { withMarkedPlaces } from "../formats/marked-places";
import type { BookFont } from "../formats/office/office-options";
import { BesideFile, FILES_FOLDER } from "../formats/outside";
import type { KnownLibrary } from "../links";
import { CONTENTS, DOWNLOADS, FIRST, LEADS, ICON, INSTALLED, KEPT, OFFLINE, WHOLE } from "./addresses";
import { editionPages, MAX_PAGE_LETTERS } from "./edition-pages";
import { FRAME_CSS } from "./frame-css";
import { iconOf, installedAs } from "./installed";
import { keptList } from "./kept-list";
import { hashedName } from "./hashed-name";
import {
  contentsPage,
  missingPage,
  readingPage,
  wholePage,
  type EditionDownload,
  type EditionIssue,
} from "./page-html";
import { jumpPlaces, type JumpPlace, type PageOf } from "./jump-places";
import { leadPages } from "./lead-pages";
import { READER_CSS } from "./reader-css";
import { readerScript } from "./reader-script";
import { searchIndex } from "./search-index";
import { Site } from "./site";
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
  /** Where each anchor stands, as an address beside the first page. */
  readonly anchors: ReadonlyMap<string, string>;
  /** What its places are called. */
  readonly places: readonly JumpPlace[];
  /** The page for addresses that lead nowhere, to be completed by a server. */
  readonly missing: string;
}

/** A page of an edition as a file. */
export interface EditionFile {
  readonly file: string;
  readonly title: string;
}

/** The programs of published pages, as they were built: what runs before a page is painted, what runs on it, and what searches beside it. */
export interface ReaderPrograms {
  readonly early: string;
  readonly page: string;
  readonly search: string;
  /** Keeps an edition on the device. */
  readonly offline: string;
}

/** What an edition is made with. */
export interface EditionOptions {
  readonly fonts?: readonly BookFont[];
  readonly library?: KnownLibrary;
  /** Where other documents and attached files are; beside the pages if absent. */
  readonly outside?: Outside;
  /** How many pages the printed document has; null where that is not known. */
  readonly pageCount?: number | null;
  readonly maxPageLetters?: number;
  /** Without them pages are read, and no more. */
  readonly scripts?: ReaderPrograms;
  readonly issue?: EditionIssue;
  /** The same document in other forms, by their paths. */
  readonly downloads?: readonly (EditionDownload & { readonly bytes: Uint8Array })[];
  /** The printed page of a place, as it is labelled. */
  readonly pageOf?: PageOf;
}

/** The folders of what a device does not keep. */
const NOT_KEPT = new Set<string>([LEADS, DOWNLOADS, FILES_FOLDER]);

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
    options.outside ?? new BesideFile(options.library, ".html"),
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
  const written = new Map<string, string | Uint8Array>();
  /** A file that is never changed under its name. */
  const add = (path: string, content: string | Uint8Array) => {
    const name = hashedName(path, content);
    written.set(name, content);
    return name;
  };
  const text = bodies.join("\n");
  const families = familiesOf(index.sheet, text);
  const fonts = packedFonts((options.fonts ?? []).filter(({ family }) => families.has(family)));
  const styles = add(
    "styles.css",
    [
      ...fonts.map(({ rule }) => rule),
      styleSheet([], index.sheet, output.pageSections),
      FRAME_CSS,
      READER_CSS,
    ].join("\n"),
  );
  const { scripts, downloads = [], issue = null } = options;
  let script: string | null = null;
  const early = scripts ? add("early.js", scripts.early) : null;
  const hrefOf = (id: DestinationId) => site.addressOf(id);
  const jumps = jumpPlaces(index, hrefOf, options.pageOf);
  if (scripts) {
    const title = documentTitle(doc) || UNTITLED;
    script = add(
      "read.js",
      readerScript(scripts.page, {
        language: settingsOf(doc).language,
        worker: add("search.js", scripts.search),
        index: add("search.json", searchIndex(index, hrefOf, { first: `${FIRST}#${output.top}`, title })),
        places: add("places.json", JSON.stringify(jumps)),
        leads: site.leadsCalledOtherwise(),
        issue: issue?.number ?? null,
      }),
    );
  }
  const frame = site.frame({ styles, early, script, issue, downloads });
  const menus = (at: "header" | "footer") => blocks.placed[at].join("\n");
  const floating = settingsOf(doc).returns.also?.includes("floating") ? site.floating() : "";
  const around = (body: string) =>
    [menus("header"), body, menus("footer"), floating].filter(Boolean).join("\n");
  pages.forEach((_, i) => {
    written.set(site.files[i]!, readingPage(frame, site.page(i), site.linked(around(bodies[i]!), i)));
  });
  written.set(
    CONTENTS,
    contentsPage(frame, site.branches, (id) => site.addressOf(id)),
  );
  written.set(WHOLE, wholePage(frame, site.page(0), around(text)));
  const anchors = site.anchors();
  for (const [file, html] of leadPages(frame, anchors)) written.set(file, html);
  for (const { path, bytes } of downloads) written.set(path, bytes);
  for (const { path, bytes } of fonts) written.set(path, bytes);
  for (const [path, name] of shown) written.set(path, pictures.get(name)!.bytes);
  for (const [path, bytes] of filesBesideOf(manuscript)) written.set(path, bytes);
  if (scripts) {
    written.set(ICON, iconOf(documentTitle(doc)));
    written.set(INSTALLED, installedAs(frame));
    // Before the list, which is no part of itself.
    const kept = keptList(written, anchors, (path) => path !== WHOLE && !NOT_KEPT.has(path.split("/")[0]!));
    written.set(KEPT, JSON.stringify(kept));
    written.set(OFFLINE, scripts.offline);
  }
  return {
    files: written,
    pages: site.files.map((file, i) => ({ file, title: site.page(i).title })),
    anchors,
    places: jumps,
    missing: missingPage(frame),
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
