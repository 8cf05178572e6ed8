import { Fragment, type Node } from "prosemirror-model";
import { asId, newId, type DestinationId } from "@/core/model/ids";
import { idOf, schema, withAttributes } from "@/core/kinds";
import { namedWithin } from "./named-blocks";

/** What a new document is made with; everything else is at its default. */
export interface DocumentAttributes {
  title?: string;
  working_title?: string;
  language?: string;
}

/** A document of the given blocks, each with an id of its own; with no blocks, one empty paragraph. */
export function createDocument(blocks: readonly Node[], attributes: DocumentAttributes = {}): Node {
  return schema.nodes.doc.create(
    attributes,
    withIds(blocks.length > 0 ? blocks : [schema.nodes.paragraph.create()]),
  );
}

/** The blocks with an id on each, and on what has one within them: missing ones are given, and where two share one the later gets a new one. */
export function withIds(blocks: readonly Node[]): Node[] {
  const taken = new Set<string>();
  const named = (node: Node): Node => {
    const id = asId(idOf(node));
    const own = id && !taken.has(id) ? id : newId();
    taken.add(own);
    return own === id ? node : withId(node, own);
  };
  const within = (node: Node): Node => {
    const places = namedWithin(node);
    if (places.length === 0) return node;
    const own = new Set(places.map((place) => place.node));
    return node.copy(
      Fragment.fromArray(node.content.content.map((child) => within(own.has(child) ? named(child) : child))),
    );
  };
  return blocks.map((block) => within(named(block)));
}

/** A block as it is, except for its id. */
export function withId(block: Node, id: DestinationId | null): Node {
  return withAttributes<"paragraph">(block, { id });
}
