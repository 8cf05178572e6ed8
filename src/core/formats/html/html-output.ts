import type { Node } from "prosemirror-model";
import {
  addressOf,
  asKind,
  documentDirection,
  isAddress,
  markAmong,
  type DestinationId,
  type Direction,
  type IndexEntry,
  type LinkTarget,
  type NotePlace,
  type PageSection,
} from "@/core/document";
import { indexedKey, type DocumentIndex, type IndexedDestination, type PageNumbers } from "@/core/index";
import { follow } from "@/core/links";
import { returnLinks, type ReturnLink } from "@/core/wayfinding";
import { escapeHtml } from "./escape";
import { pagesClass } from "./page-rules";
import type { MarkedPlaces } from "../marked-places";
import type { Outside } from "../outside";
import type { PromisedLink } from "../promised-link";
import { WrittenReferences } from "../written-references";

/** Where the parts of one HTML rendering meet: what is known of the document, and what the file promises. */
export class HtmlOutput {
  readonly promised: PromisedLink[] = [];
  /** Ranges whose first piece has been written. */
  readonly begun = new Set<string>();

  private indexedNumbers: ReadonlyMap<string, number> | null = null;
  private readonly noteCounts = { foot: 0, end: 0 };
  /** Notes whose words are written at the end. */
  readonly notes: WrittenNote[] = [];

  /** The sections of pages that begin, in order. */
  readonly pageSections: PageSection[] = [];

  private readonly references: WrittenReferences;
  private waysBack: ReadonlyMap<number, ReturnLink> | null = null;

  readonly index: DocumentIndex;
  /** How the document is read as a whole. */
  readonly direction: Direction;

  constructor(
    private readonly places: MarkedPlaces,
    private readonly outside: Outside,
    /** The address of a stored picture as it is to stand in the file. */
    readonly pictureAddress: (name: string) => string,
    /** How many pages the document has, where that is known. */
    pages: number | null = null,
    /** On which pages places stand, in a file that has pages. */
    numbers: PageNumbers | null = null,
  ) {
    this.index = places.index;
    this.direction = documentDirection(this.index.doc);
    this.references = new WrittenReferences(this.index, pages, numbers);
  }

  /** The ways back, by the number of blocks before them. */
  get returns(): ReadonlyMap<number, ReturnLink> {
    this.waysBack ??= new Map(returnLinks(this.index).map((link) => [link.block, link]));
    return this.waysBack;
  }

  /** Begins a section of pages; answers the class of the element behind which they stand. */
  beginPages(section: PageSection): string {
    this.pageSections.push(section);
    return pagesClass(this.pageSections.length - 1);
  }

  /** A computed value, which Gate Rope reads as what it is. */
  computation(node: Node): [start: string, words: string, end: string] {
    const expression = escapeHtml(asKind(node, "computation")!.expression);
    return [`<span data-computed="${expression}">`, this.references.value(node), "</span>"];
  }

  /**
   * A cross-reference as an element of HTML around its words, which other programs show and Gate Rope reads as what it is.
   * Within a link it is no link itself.
   */
  reference(node: Node): { start: string; words: string; end: string } {
    const { target, form, linked } = asKind(node, "cross_reference")!;
    const words = this.references.words(node);
    const within = markAmong(node.marks, "link") !== null;
    const attributes = ` data-reference="${escapeHtml(form)}"`;
    const landing = this.places.landing(target);
    const anchor = landing === null ? undefined : this.anchor(landing);
    const to = escapeHtml(anchor ?? target.was ?? target.id);
    if (!linked || within) return { start: `<span${attributes} data-to="${to}">`, words, end: "</span>" };
    const leads =
      landing === null
        ? `class="broken" data-adrift="${to}"`
        : `href="${escapeHtml(this.hrefOf(landing, words))}"`;
    return { start: `<a ${leads}${attributes}>`, words, end: "</a>" };
  }

  /** The number of the next note and the name it is known by in the file. Notes are asked for in order of place. */
  nextNote(note: Node): WrittenNote {
    const place = asKind(note, "note")!.place;
    const number = ++this.noteCounts[place];
    return { note, place, number, anchor: `_${place}${number}` };
  }

  /** The `href` for a target, noted as promised; null for a link that cannot land, and for one that does something instead. */
  href(target: LinkTarget, text: string): string | null {
    const followed = follow(target, this.index, this.outside.library);
    if (target.kind === "web") return this.promise(text, target.url, null);
    if (!followed.lands) return null;
    if (isAddress(target)) return this.promise(text, addressOf(target), null);
    if (followed.destination) return this.hrefOf(this.places.landing(target), text);
    const address = this.outside.address(target, this.index);
    return address === null ? null : this.promise(text, address, null);
  }

  /** The `href` that leads to a destination, noted as promised; to the top for null. */
  hrefOf(id: DestinationId | null, text: string): string {
    return this.promise(text, `#${encodeURIComponent(id ? this.index.anchors.of(id)! : this.top)}`, id);
  }

  /** The `href` that leads to words under an entry of the index. */
  hrefOfIndexed({ id, entry }: IndexedDestination, text: string): string {
    return this.promise(text, `#${this.indexedAnchor(id, entry)}`, id);
  }

  private promise(text: string, href: string, destination: DestinationId | null): string {
    this.promised.push({ text, href, destination });
    return href;
  }

  /** The anchor of the beginning, which a place of the document may have taken. */
  get top(): string {
    return this.index.anchors.find("top") === undefined ? "top" : "_top";
  }

  /** The anchor to write at a destination. */
  anchor(id: DestinationId): string | undefined {
    return this.index.anchors.of(id);
  }

  /** The name in the file of words that stand under an entry of the index. */
  indexedAnchor(id: DestinationId, entry: IndexEntry): string {
    this.indexedNumbers ??= new Map(
      this.index.indexed.map((place, i) => [indexedKey(place.id, place.entry), i + 1]),
    );
    return `_index${this.indexedNumbers.get(indexedKey(id, entry)) ?? 0}`;
  }

  /** Empty elements that keep earlier anchors of a destination alive. */
  aliases(id: DestinationId): string {
    return this.index.anchors
      .aliases(id)
      .filter((alias) => !/\s/.test(alias))
      .map((alias) => earlierAnchor("span", alias, this.anchor(id)!))
      .join("");
  }
}

/** A note in a file: its sign leads to `anchor`, and from there back to `anchor` with `-sign`. */
export interface WrittenNote {
  readonly note: Node;
  readonly place: NotePlace;
  readonly number: number;
  /** Begins with a low line, which no derived anchor does. */
  readonly anchor: string;
}

/** An empty element that keeps an earlier anchor of a place alive, and says so to whoever reads it in again. */
export function earlierAnchor(tag: "a" | "div" | "span", earlier: string, anchor: string): string {
  return `<${tag} id="${escapeHtml(earlier)}" data-earlier="${escapeHtml(anchor)}"></${tag}>`;
}
