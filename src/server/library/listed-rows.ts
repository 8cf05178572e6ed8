import type { Destination, DocumentIndex } from "@/core/index";
import { idOf, shortened } from "@/core/document";
import { partitionPoint } from "@/core/order";

/** A name in the tables is no longer than so many letters. */
export const MAX_LETTERS = 500;

/** The rows of a document as JSON: its places, and its links to other documents. */
export interface ListedRows {
  readonly places: string;
  readonly links: string;
}

export interface ListedDocument extends ListedRows {
  readonly version: number;
}

export function listedRows(index: DocumentIndex): ListedRows {
  return { places: JSON.stringify(placesOf(index)), links: JSON.stringify(linksOf(index)) };
}

/** A place as a row: id, kind, name, that in lower case, anchor, path as JSON, note, whether it is flagged, by when. */
type PlaceRow = readonly [string, string, string, string, string, string, string, 0 | 1, string];

function placesOf(index: DocumentIndex): PlaceRow[] {
  const notes = index.notes.flatMap(({ id }) => (id && index.destination(id)) ?? []);
  const paths = new Paths(index);
  return [...index.destinations, ...notes].map((place) => {
    const name = shortened(place.name, MAX_LETTERS);
    const bookmark = place.kind === "bookmark" ? place : null;
    return [
      place.id,
      place.kind,
      name,
      name.toLowerCase(),
      index.anchors.of(place.id) ?? "",
      paths.of(place),
      bookmark?.note ?? "",
      bookmark?.followUp ? 1 : 0,
      bookmark?.due ?? "",
    ];
  });
}

/** The names of the sections around places, as JSON; made once for each section. */
class Paths {
  private readonly known = new Map<number, string>();

  constructor(private readonly index: DocumentIndex) {}

  of({ kind, pos }: Destination): string {
    const { headings, sections } = this.index;
    const number = partitionPoint(headings.length, (i) => headings[i]!.pos <= pos) - 1;
    // A heading's own name is no part of its path.
    const around = kind === "heading" ? (sections[number]?.parent ?? -1) : number;
    let path = this.known.get(around);
    if (path === undefined) {
      const names: string[] = [];
      for (let i = around; i >= 0; i = sections[i]!.parent) names.unshift(shortened(headings[i]!.name, 80));
      this.known.set(around, (path = JSON.stringify(names)));
    }
    return path;
  }
}

/** A link to another document as a row: that, the place, its words, the block in which they stand, and where in that they begin. */
type LinkRow = readonly [string, string | null, string, string | null, number];

function linksOf(index: DocumentIndex): LinkRow[] {
  return index.links.flatMap(({ target, text, from, block }): LinkRow[] => {
    if (target.kind !== "document") return [];
    const at = index.blockAt(block);
    const id = idOf(at?.node);
    return [[target.document, target.id ?? null, shortened(text, MAX_LETTERS), id, at ? from - at.pos : 0]];
  });
}
