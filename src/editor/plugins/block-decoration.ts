import type { Decoration } from "prosemirror-view";

/** Something shown on words, on a block or at a spot that is not part of the document. */
export interface BlockDecoration {
  /** Signs of the same key at the same place look the same. */
  readonly key: string;
  /** Positions in what the sign is on: in the document, or in a block from its beginning. */
  readonly from: number;
  readonly to: number;
  draw(from: number, to: number): Decoration;
}
