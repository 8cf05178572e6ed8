import type { Mark, Node } from "prosemirror-model";
import {
  addressOf,
  asMark,
  documentDirection,
  fixedWordsOf,
  isAddress,
  knownId,
  settingsOf,
  setupOf,
  type DestinationId,
  type Direction,
  type FixedWords,
  type LinkTarget,
  type StyleSheet,
} from "@/core/document";
import { indexedKey, type DocumentIndex, type PageNumbers } from "@/core/index";
import { follow } from "@/core/links";
import { ownEntry } from "@/core/own-entry";
import { wayHomeOfPages } from "@/core/wayfinding";
import { firstWordsOf, type FirstWords } from "../first-words";
import { withMarkedPlaces, type MarkedPlaces } from "../marked-places";
import { BesideFile } from "../outside";
import { WrittenReferences } from "../written-references";
import type { OfficeOptions } from "./office-options";
import { OpenMarks } from "./open-marks";
import type { OwnPlace } from "./own-part";
import { ownStyleNames } from "./own-style-names";
import { PlaceNames } from "./place-names";
import type { PromisedOfficeLink } from "./promised-office-link";

/** A link as it is written: to a bookmark of the file, or out of it. */
export type WrittenLink =
  { readonly kind: "place"; readonly name: string } | { readonly kind: "address"; readonly address: string };

/** A range that begins and ends among words: a bookmark, or words under an entry of the index. */
export interface WrittenRange {
  readonly key: string;
  readonly name: string;
  /** Null for a bookmark. */
  readonly entry: {
    readonly main: string;
    readonly sub: string;
    readonly see: string;
    readonly also: string;
  } | null;
}

/** Where the parts of a file of a word processor meet while it is written: what is known of the document, and what the file promises. */
export class OfficeOutput {
  readonly index: DocumentIndex;
  readonly sheet: StyleSheet;
  /** The ids in the file of the styles that the author made, by their ids in the document. */
  readonly ownStyles: ReadonlyMap<string, string>;
  readonly direction: Direction;
  readonly language: string;
  /** The words that the document says by itself. */
  readonly says: FixedWords;
  readonly names: PlaceNames;
  readonly references: WrittenReferences;
  readonly promised: PromisedOfficeLink[] = [];
  /** What is kept of parts of the text, by key; nothing in a clean copy. */
  readonly kept = new Map<string, unknown>();
  readonly pages: PageNumbers | null;
  /** How many pages there are, where that is known. */
  readonly pageCount: number | null;
  readonly clean: boolean;
  /** Bookmarks and entries of the index in the part that is being written. */
  marks: OpenMarks;
  /** The width of the text on the pages that are being written, in points. */
  textWidth: number;
  /** Whether something leads to the beginning. */
  leadsToTop = false;

  private readonly places: MarkedPlaces;
  private readonly outside: BesideFile;
  private indexedNumbers: ReadonlyMap<string, number> | null = null;
  private referred: ReadonlySet<string> | null = null;
  private inAppendices: ReadonlySet<DestinationId> | null = null;

  /** `ending`: how the files of other documents end. `ownStyleId`: the id of the nth style that the author made, from 1. */
  constructor(doc: Node, options: OfficeOptions, ending: string, ownStyleId: (n: number) => string) {
    this.places = withMarkedPlaces(doc);
    const { index } = this.places;
    const { registry, language } = settingsOf(doc);
    this.index = index;
    this.sheet = index.sheet;
    this.ownStyles = new Map(
      [...ownStyleNames(index.sheet, ownStyleId)].map(([id, { style }]) => [style, id]),
    );
    this.direction = documentDirection(doc);
    this.language = language;
    this.says = fixedWordsOf(doc);
    this.clean = options.clean ?? false;
    this.pages = options.pages ?? null;
    this.pageCount = options.pageCount ?? null;
    this.names = new PlaceNames(index, (id) => ownEntry(registry.bookmarks, id) !== undefined);
    this.references = new WrittenReferences(index, options.pageCount ?? null, this.pages);
    this.outside = new BesideFile(options.library, ending);
    this.marks = OpenMarks.within(index.doc);
    const { width, margins } = setupOf(index.sheet);
    this.textWidth = width - margins.left - margins.right;
  }

  // Places

  /** Whether a link may lead to a block. */
  isPlace(id: DestinationId | null): id is DestinationId {
    return id !== null && this.index.anchors.of(id) !== undefined;
  }

  /** The id of the place on which a target lands; null for the top, and for what does not land in the document. */
  landing(target: LinkTarget): DestinationId | null {
    return this.places.landing(target);
  }

  /** The number of the page of a place as it is written there; a sign that nobody takes for one where pages are not known. */
  pageOf(pos: number): string {
    return this.pages?.labelAt(pos) ?? UNKNOWN_PAGE;
  }

  /** The range that a mark makes; null for any other mark, and for a bookmark that is gone. */
  rangeOf(mark: Mark): WrittenRange | null {
    const bookmark = asMark(mark, "bookmark");
    if (bookmark)
      return this.isPlace(bookmark.id)
        ? { key: bookmark.id, name: this.names.nameOf(bookmark.id), entry: null }
        : null;
    const entry = asMark(mark, "index_entry");
    if (!entry) return null;
    const key = indexedKey(entry.id, entry);
    return { key, name: this.nameOfIndexed(key), entry };
  }

  /** The name of the bookmark around words under an entry of the index. */
  nameOfIndexed(key: string): string {
    this.indexedNumbers ??= new Map(
      this.index.indexed.map((place, i) => [indexedKey(place.id, place.entry), i + 1]),
    );
    return this.names.hidden(`index_${this.indexedNumbers.get(key) ?? 0}`);
  }

  get topName(): string {
    return this.names.hidden(TOP);
  }

  /** The places of the document by the names of their bookmarks, as they are kept. */
  get ownPlaces(): Map<string, OwnPlace> {
    const found = new Map<string, OwnPlace>();
    const { anchors, registry } = this.index;
    for (const [key, name] of this.names) {
      if (key === TOP) {
        const anchor = anchors.find("top") === undefined ? "top" : "_top";
        found.set(name, { id: "", anchor, aliases: [], called: null, kind: "part" });
        continue;
      }
      const [place = "", part] = key.split(" ");
      const id = knownId(place);
      const anchor = anchors.of(id);
      if (anchor === undefined) continue;
      if (part !== undefined) {
        found.set(name, { id, anchor, aliases: [], called: null, kind: "part" });
        continue;
      }
      const entry = name.startsWith("_") ? undefined : ownEntry(registry.bookmarks, id);
      const aliases = anchors.aliases(id);
      found.set(name, { id, anchor, aliases, called: entry?.name ?? null, kind: entry?.kind ?? null });
    }
    return found;
  }

  /** Whether a cross-reference speaks of a place. */
  isReferred(id: DestinationId): boolean {
    this.referred ??= new Set(this.index.references.map(({ reference }) => reference.target.id));
    return this.referred.has(id);
  }

  /** Whether a heading is counted with the letter of an appendix: one itself, or below one. */
  hasAppendixNumber(id: DestinationId | null): boolean {
    this.inAppendices ??= headingsInAppendices(this.index);
    const number = id === null ? undefined : this.index.numbers.get(id);
    return number !== undefined && this.inAppendices.has(id!) && /^\p{L}/u.test(number);
  }

  // Links

  /** Where a link leads in the file, which is promised; null where it cannot land. */
  linkTo(target: LinkTarget, words: string): WrittenLink | null {
    if (target.kind === "web") return this.promiseAddress(words, target.url);
    const followed = follow(target, this.index, this.outside.library);
    if (!followed.lands) return null;
    if (isAddress(target)) return this.promiseAddress(words, addressOf(target));
    if (followed.destination) return this.linkToPlace(this.landing(target), words);
    const address = this.outside.address(target, this.index);
    return address === null ? null : this.promiseAddress(words, address);
  }

  /** A link to a place; to the top for null. */
  linkToPlace(id: DestinationId | null, words: string): WrittenLink {
    if (id === null) {
      this.leadsToTop = true;
      return this.linkToName(this.topName, words);
    }
    const place = this.index.destination(id);
    return this.linkToName(this.names.nameOf(id), words, (place && firstWordsOf(place, this.index)) ?? null);
  }

  /** A link to a bookmark by its name. */
  linkToName(name: string, words: string, begins: FirstWords | null = null): WrittenLink {
    this.promised.push({ words, to: { kind: "place", name, begins } });
    return { kind: "place", name };
  }

  /** The link for `{contents}` in the lines of pages; null where it leads nowhere. */
  linkHome(): { readonly name: string; readonly words: string } | null {
    const home = wayHomeOfPages(this.index);
    const link = home && this.linkTo(home.target, home.words);
    return link?.kind === "place" ? { name: link.name, words: home!.words } : null;
  }

  private promiseAddress(words: string, address: string): WrittenLink {
    this.promised.push({ words, to: { kind: "address", address } });
    return { kind: "address", address };
  }

  /** Keeps something for whoever reads the file in again; answers the key under which it stands. */
  keep(value: unknown): string {
    const key = String(this.kept.size + 1);
    this.kept.set(key, value);
    return key;
  }
}

/** What the beginning is known by among names. */
const TOP = "top";

/** Programs put the number in when they count their pages. */
const UNKNOWN_PAGE = "–";

function headingsInAppendices({ sections }: DocumentIndex): ReadonlySet<DestinationId> {
  const found = new Set<DestinationId>();
  for (const { heading, parent } of sections)
    if (heading.series === "appendix" || (parent >= 0 && found.has(sections[parent]!.heading.id)))
      found.add(heading.id);
  return found;
}
