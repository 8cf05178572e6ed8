import type { Node } from "prosemirror-model";
import type { BlockLook } from "@/core/document";
import type { Composition } from "./composition";
import type { Strip, Tag } from "./flow";

/** Where a block stands that lies within another. Lengths are points. */
export interface InnerPlace {
  readonly x: number;
  readonly width: number;
  readonly tag: Tag | null;
  /** Position before the node, counted from the start of the block around it. */
  readonly start: number;
  /** The number a list begins with, if not the one it says itself. */
  readonly number?: number | undefined;
  /** The look of plain paragraphs there. */
  readonly look: BlockLook;
}

/** Where a block stands that is set over the whole width it is given: its first position, and what it is a part of. */
export interface Within {
  readonly start: number;
  readonly tag: Tag | null;
}

/** Directly in the document. */
export const OUTERMOST: Within = { start: 0, tag: null };

/** Sets the blocks within a node, from its child `first` on. */
export type SetWithin = (
  node: Node,
  place: InnerPlace,
  composition: Composition,
  gap: number,
  first?: number,
) => Strip[];
