import type { Node } from "prosemirror-model";
import { asId, newId, type DestinationId } from "@/core/model/ids";
import { idOf, schema, withAttributes } from "@/core/kinds";

/** What a new document is made with; everything else is at its default. */
export interface DocumentAttributes {
  title?: string;
  language?: string;
}

/** A document of the given blocks, each with an id of its own; with no blocks, one empty paragraph. */
export function createDocument(blocks: readonly Node[], attributes: DocumentAttributes = {}): Node {
  return schema.nodes.doc.create(
    attributes,
    withIds(blocks.length > 0 ? blocks : [schema.nodes.paragraph.create()]),
  );
}

/** The blocks with an id on each: missing ones are given, and where two share one the later gets a new one. */
export function withIds(blocks: readonly Node[]): Node[] {
  const taken = new Set<string>();
  return blocks.map((block) => {
    const id = asId(idOf(block));
    if (id && !taken.has(id)) {
      taken.add(id);
      return block;
    }
    const fresh = newId();
    taken.add(fresh);
    return withId(block, fresh);
  });
}

/** A block as it is but for its id. */
export function withId(block: Node, id: DestinationId | null): Node {
  return withAttributes<"paragraph">(block, { id });
}
