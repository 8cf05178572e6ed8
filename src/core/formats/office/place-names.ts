import type { DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { ownEntry } from "@/core/own-entry";

/** As long may the name of a bookmark be in every program, in letters; some room is left for what is added to it. */
const MAX_NAME_LETTERS = 40;
const ROOM = 4;

/** What of a place a bookmark of its own encloses, so that a field can say it. */
export type PartOfPlace = "label" | "number" | "caption" | "title" | "section";

const ENDINGS: Readonly<Record<PartOfPlace, string>> = {
  label: "_l",
  number: "_n",
  caption: "_c",
  title: "_t",
  section: "_s",
};

/**
 * The names of places in a file of a word processor. A bookmark of the author is called as it is there, as far as names may be; what leads to headings, figures
 * and the like begins with a low line, by which programs keep it out of sight. No two are the same without regard to case.
 */
export class PlaceNames {
  private readonly names = new Map<string, string>();
  private readonly taken = new Set<string>();
  /** How many names were made of each beginning. */
  private readonly counts = new Map<string, number>();

  constructor(
    private readonly index: DocumentIndex,
    /** Bookmarks that authors made; what was added so that links can lead there is none of them. */
    private readonly isAuthors: (id: DestinationId) => boolean,
  ) {
    // Authors' own come first, so that none of them gets a number because of another.
    for (const { id } of index.bookmarks) if (isAuthors(id)) this.nameOf(id);
  }

  /** The name of a place. */
  nameOf(id: DestinationId): string {
    const known = this.names.get(id);
    if (known !== undefined) return known;
    const entry = this.isAuthors(id) ? ownEntry(this.index.registry.bookmarks, id) : undefined;
    const words = entry ? entry.name : `_${this.index.anchors.of(id) ?? id}`;
    return this.name(id, words);
  }

  /** The name of what is a part of a place. */
  partOf(id: DestinationId, part: PartOfPlace): string {
    const key = `${id} ${part}`;
    return (
      this.names.get(key) ?? this.name(key, `_${this.nameOf(id).replace(/^_/, "")}${ENDINGS[part]}`, true)
    );
  }

  /** A name that nothing else has, for what is no place of the document. */
  hidden(key: string): string {
    return this.names.get(key) ?? this.name(key, `_${key}`);
  }

  /** Where each name leads, to be kept beside the text. */
  *[Symbol.iterator](): Generator<readonly [key: string, name: string], void> {
    yield* this.names;
  }

  private name(key: string, words: string, isPart = false): string {
    const most = isPart ? MAX_NAME_LETTERS : MAX_NAME_LETTERS - ROOM;
    const clean =
      [...words.normalize("NFC").replace(/[^\p{L}\p{N}_]+/gu, "_")].join("").replace(/_+$/, "") || "_";
    // It begins with a letter or a low line.
    const begun = /^[\p{L}_]/u.test(clean) ? clean : `n${clean}`;
    const base = cut(begun, most);
    let name = base;
    // Thousands of names may begin alike.
    let n = this.counts.get(base.toLowerCase()) ?? 1;
    while (this.taken.has(name.toLowerCase())) {
      n++;
      name = `${cut(base, most - String(n).length - 1)}_${n}`;
    }
    this.counts.set(base.toLowerCase(), n);
    this.taken.add(name.toLowerCase());
    this.names.set(key, name);
    return name;
  }
}

/** The most letters a name may have. No letter is divided. */
function cut(name: string, most: number): string {
  const short = name.slice(0, most);
  return /[\ud800-\udbff]$/.test(short) ? short.slice(0, -1) : short;
}
