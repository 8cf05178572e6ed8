import "@/prosemirror";
import { Schema, type Fragment, type Mark, type MarkType, type Node, type NodeType } from "prosemirror-model";
import { keysOf, recordOf } from "@/core/keys-of";
import {
  MARK_KINDS,
  NODE_KINDS,
  type MarkInput,
  type MarkKind,
  type NodeInput,
  type NodeKind,
} from "./kinds";

type Content = Fragment | Node | readonly Node[] | null;

/** A type of node that is made with attributes of its kind only. */
interface KindOfNode<K extends NodeKind> extends NodeType {
  create(attrs?: NodeInput<K> | null, content?: Content, marks?: readonly Mark[]): Node;
  createChecked(attrs?: NodeInput<K> | null, content?: Content, marks?: readonly Mark[]): Node;
}

interface KindOfMark<K extends MarkKind> extends MarkType {
  create(attrs?: MarkInput<K> | null): Mark;
}

interface DocumentSchema extends Omit<Schema<NodeKind, MarkKind>, "nodes" | "marks"> {
  readonly nodes: { readonly [K in NodeKind]: KindOfNode<K> };
  readonly marks: { readonly [K in MarkKind]: KindOfMark<K> };
}

/** One process may load this module several times, bundled apart; a document that one copy made is asked by another of what kind its blocks are. */
declare global {
  var gateRopeSchema: DocumentSchema | undefined;
}

/** The one schema of every Gate Rope document. */
export const schema: DocumentSchema = (globalThis.gateRopeSchema ??= new Schema({
  nodes: specsOf(NODE_KINDS),
  marks: specsOf(MARK_KINDS),
}) as unknown as DocumentSchema);

function specsOf<K extends string, Spec>(kinds: Record<K, { readonly spec: Spec }>): Record<K, Spec> {
  return recordOf(keysOf(kinds), (name) => kinds[name].spec);
}
