import { idOf } from "@/core/kinds";
import { bookmarksOnBlocks, type DestinationId, type Registry } from "@/core/model";
import type { Node } from "prosemirror-model";

/** The bookmarks on a whole block. */
export function bookmarksOn(block: Node, registry: Pick<Registry, "bookmarks">): readonly DestinationId[] {
  const id = idOf(block);
  return (id && bookmarksOnBlocks(registry).get(id)) || NONE;
}

const NONE: readonly DestinationId[] = [];
