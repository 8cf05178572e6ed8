import {
  asKind,
  isKind,
  levelOf,
  lineOf,
  pictureWords,
  shortened,
  type DestinationId,
} from "@/core/document";
import type { DocumentIndex } from "@/core/index";

/** What a card of a menu tells of the place it leads to, beside its name. */
export interface Card {
  /** The beginning of the first paragraph there; empty where there is none. */
  readonly words: string;
  /** The name of the first picture there, as it is stored; null where there is none. */
  readonly picture: string | null;
  /** What that picture shows, for those who cannot see it. */
  readonly alt: string;
}

const MAX_LETTERS = 140;
/** A section's first words and picture are looked for in so many blocks. */
const MAX_BLOCKS = 80;

/** The card of a place: of a heading, what its section begins with and the first picture in it. */
export function cardOf(index: DocumentIndex, id: DestinationId): Card {
  const place = index.destination(id);
  let words = "";
  let figure = place?.kind === "figure" ? index.doc.nodeAt(place.pos) : null;
  if (place?.kind === "heading") {
    const last = Math.min(index.doc.childCount, place.block + 1 + MAX_BLOCKS);
    for (let i = place.block + 1; i < last && !(words && figure); i++) {
      const node = index.doc.child(i);
      if (isKind(node, "heading") && levelOf(node) <= place.level) break;
      if (isKind(node, "paragraph")) words ||= lineOf(node);
      if (asKind(node, "figure")?.picture) figure ??= node;
    }
  }
  return {
    words: shortened(words, MAX_LETTERS),
    picture: asKind(figure, "figure")?.picture || null,
    alt: figure ? pictureWords(figure) : "",
  };
}
