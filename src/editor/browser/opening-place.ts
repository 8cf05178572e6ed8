import type { Node } from "prosemirror-model";
import { z } from "zod";
import { blockById } from "@/core/document";

/** A place where somebody worked: a block by its permanent id, and how far into it. */
export const workPlaceSchema = z
  .object({ block: z.string(), offset: z.number().int().nonnegative() })
  .readonly();

export type WorkPlace = z.infer<typeof workPlaceSchema>;

/** A last place of work nearer to the beginning than this, in positions, is no reason to open somewhere else. */
const FAR = 1_000;
/** A caret no further than this into its block, in positions, is seen together with the block's beginning. */
const SEEN = 600;

/** A place of work in a document, as a position; null where it was removed. */
export function placeIn(doc: Node, { block, offset }: WorkPlace): number | null {
  const found = blockById(doc, block);
  return found && found.pos + Math.min(offset, found.node.nodeSize - 1);
}

/** Where a document is opened: where the caret stands, and what is scrolled to the landing place. */
export interface OpeningPlace {
  readonly caret: number;
  readonly landing: number;
  /** The block that is brought there, by its number; null for words within one. */
  readonly block: number | null;
}

/** Where a document is opened by whom worked at some places, the latest first; null for its beginning. */
export function openingPlace(doc: Node, places: readonly WorkPlace[]): OpeningPlace | null {
  const caret = places.map((place) => placeIn(doc, place)).find((pos) => pos !== null);
  if (caret === undefined || caret < FAR) return null;
  const { index, offset } = doc.childBefore(Math.min(caret + 1, doc.content.size));
  return caret - offset <= SEEN
    ? { caret, landing: offset, block: index }
    : { caret, landing: caret, block: null };
}

/**
 * The name under which the browser tells the server the places when it asks for a document's page, so that the text is on the
 * screen before the editor is.
 */
export const PLACES_COOKIE = "places";

/** Places as they are told. */
export function writePlaces(places: readonly WorkPlace[]): string {
  return places.map(({ block, offset }) => `${block}.${offset}`).join("~");
}

/** Reads places that were told; anything else is left out. */
export function readPlaces(written: string): WorkPlace[] {
  return written.split("~").flatMap((one) => {
    const [, block, offset] = /^([\w-]{1,64})\.(\d{1,9})$/.exec(one) ?? [];
    return block ? [{ block, offset: Number(offset) }] : [];
  });
}
