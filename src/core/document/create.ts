import type { Node } from "prosemirror-model";
import { asId, newId, type DestinationId } from "./ids";
import { schema } from "./schema";

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
    const id = asId(block.attrs.id);
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
export function withId(block: Node, id: DestinationId): Node {
  return block.type.create({ ...block.attrs, id }, block.content, block.marks);
}

/** The permanent id of a block, or null for one that has none yet. */
export function idOf(block: Node): DestinationId | null {
  return (block.attrs.id as DestinationId | null | undefined) ?? null;
}
