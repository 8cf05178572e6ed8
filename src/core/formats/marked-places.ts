import type { Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import {
  bookmarkEntry,
  type DestinationId,
  knownId,
  type LinkTarget,
  schema,
  shortened,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { indexDocument, noteNumber, type DocumentIndex } from "@/core/index";
import { follow, targetKey, type Spot } from "@/core/links";

/** A document as it is written into a file, where a link can only lead to what has a name. */
export interface MarkedPlaces {
  readonly index: DocumentIndex;
  /** The id of the named place on which a target lands; null for the top, and for what does not land in the document. */
  landing(target: LinkTarget): DestinationId | null;
}

/** Bookmarks whatever links lead to and has no name of its own: notes, paragraphs, quoted words. */
export function withMarkedPlaces(doc: Node): MarkedPlaces {
  const index = indexDocument(doc);
  const marked = new Map<string, DestinationId>();
  const tr = new Transform(doc);
  for (const { target } of index.links) {
    if (target.kind !== "words" && (target.kind !== "destination" || index.standing.has(target.id))) continue;
    const key = keyOf(target);
    const followed = follow(target, index);
    if (marked.has(key) || !followed.lands || !followed.destination) continue;
    const id = freeId(index, marked.size + 1);
    marked.set(key, id);
    mark(tr, id, followed.destination);
  }
  return {
    index: tr.docChanged ? indexDocument(tr.doc) : index,
    landing: (target) =>
      marked.get(keyOf(target)) ??
      (target.kind === "destination" && index.standing.has(target.id) ? target.id : null),
  };
}

/** A place has one name, whatever a link remembers it was called. */
function keyOf(target: LinkTarget): string {
  return target.kind === "destination" ? `destination ${target.id}` : targetKey(target);
}

/** An id that is the same each time the same document is written. */
function freeId(index: DocumentIndex, number: number): DestinationId {
  let id = `marked${number}`;
  while (id in index.registry.bookmarks) id += "x";
  return knownId(id);
}

/** Neither a mark nor a registry entry moves anything, so that all places stay where they are. */
function mark(tr: Transform, id: DestinationId, spot: Spot): void {
  const bookmark = schema.marks.bookmark.create({ id });
  const enter = (kind: "range" | "block", name: string, block?: DestinationId) =>
    tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry(kind, name, block) }));
  switch (spot.kind) {
    case "words":
      tr.addMark(spot.pos, spot.end, bookmark);
      enter("range", shortened(spot.name, 80));
      break;
    case "indexed":
      tr.addMark(spot.pos, spot.end, bookmark);
      enter("range", shortened(spot.name, 80));
      break;
    case "note":
      tr.addNodeMark(spot.pos, bookmark);
      enter("range", `Note ${noteNumber(spot.place, spot.number)}`);
      break;
    case "paragraph":
      enter("block", `Paragraph ${spot.number}`, spot.id);
  }
}
