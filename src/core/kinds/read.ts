import type { Attrs, Mark, Node, NodeType } from "prosemirror-model";
import { newId, type DestinationId } from "@/core/model/ids";
import type { Alignment } from "./attributes/alignment";
import type { BlockKind, InlineKind, MarkAttributes, MarkKind, NodeAttributes, NodeKind } from "./kinds";
import { schema } from "./schema";

/*
 * How a document is read: what a node or mark carries, typed by its kind. ProseMirror's own `attrs` may be anything.
 */

/** The one place where a node's own `attrs` become those of its kind: its type has checked them. */
function attributesOf<K extends NodeKind>(node: Node): NodeAttributes[K] {
  return node.attrs as NodeAttributes[K];
}

/** What a node carries if it is of this kind; null if it is of another, or there is none. */
export function asKind<K extends NodeKind>(node: Node | null | undefined, kind: K): NodeAttributes[K] | null {
  return node?.type === schema.nodes[kind] ? attributesOf<K>(node) : null;
}

/** Whether a node is of one of these kinds. */
export function isKind(node: Node | null | undefined, ...kinds: readonly NodeKind[]): boolean {
  return node != null && kinds.some((kind) => node.type === schema.nodes[kind]);
}

function attributesOfMark<K extends MarkKind>(mark: Mark): MarkAttributes[K] {
  return mark.attrs as MarkAttributes[K];
}

/** What a mark carries if it is of this kind; null if it is of another. */
export function asMark<K extends MarkKind>(mark: Mark, kind: K): MarkAttributes[K] | null {
  return mark.type === schema.marks[kind] ? attributesOfMark<K>(mark) : null;
}

/** Whether a mark is of one of these kinds. */
export function isMark(mark: Mark, ...kinds: readonly MarkKind[]): boolean {
  return kinds.some((kind) => mark.type === schema.marks[kind]);
}

/** What the mark of a kind carries among these; of several the first, null where there is none. */
export function markAmong<K extends MarkKind>(marks: readonly Mark[], kind: K): MarkAttributes[K] | null {
  const mark = schema.marks[kind].isInSet(marks);
  return mark ? attributesOfMark<K>(mark) : null;
}

/** What a cell of a table carries, also one that heads others. */
export function cellOf(cell: Node): NodeAttributes["table_cell"] {
  return asKind(cell, "table_cell") ?? asKind(cell, "table_header")!;
}

/** The settings of a document: what it carries as a whole. */
export function settingsOf(doc: Node): NodeAttributes["doc"] {
  return attributesOf<"doc">(doc);
}

/** The permanent id of a block or note, or null for one that has none (yet). */
export function idOf(node: Node | null | undefined): DestinationId | null {
  return node?.attrs.id ?? null;
}

/** An equation as it is written in TeX, in a line or as a block of its own; empty for anything else. */
export function texOf(node: Node | null | undefined): string {
  return (asKind(node, "formula") ?? asKind(node, "equation"))?.tex ?? "";
}

/** The level of a heading, 1 to 6; 0 for any other block. */
export function levelOf(block: Node | null | undefined): number {
  return asKind(block, "heading")?.level ?? 0;
}

/** The alignment that a paragraph, heading or cell has by hand; null for any other, and where its style says it. */
export function alignmentOf(node: Node): Alignment {
  return node.attrs.align ?? null;
}

/** What a new block carries that is like another one: the same, except for its id. */
export function copiedAttributes(block: Node): Attrs {
  return { ...block.attrs, id: newId() };
}

/** The kind of a node. */
export function kindOfNode(node: Node): NodeKind {
  return node.type.name as NodeKind;
}

/** The kind of a block: of what stands directly in a document, or in an item, a quotation or a cell. */
export function blockKindOf(block: Node): BlockKind {
  return kindOfNode(block) as BlockKind;
}

/** A document or a block as JSON, as it is stored and sent. */
export function jsonOf<K extends string = string>(node: Node): { readonly type: K } {
  return node.toJSON() as { type: K };
}

/** The kind of a mark. */
export function kindOfMark(mark: Mark): MarkKind {
  return mark.type.name as MarkKind;
}

/** A node as it is except for some of what it carries. */
export function withAttributes<K extends NodeKind>(node: Node, changed: Partial<NodeAttributes[K]>): Node {
  return node.type.create({ ...node.attrs, ...changed }, node.content, node.marks);
}

/** A block as one of another kind: it keeps its content, and what it carries as far as the other kind has that, except for what is changed. */
export function retyped(block: Node, kind: NodeKind, changed: Attrs): Node {
  const type: NodeType = schema.nodes[kind];
  const kept = Object.entries(block.attrs).filter(([name]) => name in (type.spec.attrs ?? {}));
  return type.create({ ...Object.fromEntries(kept), ...changed }, block.content, block.marks);
}

/** A document as it is except for some of its settings. */
export function withSettings(doc: Node, changed: Partial<NodeAttributes["doc"]>): Node {
  return withAttributes<"doc">(doc, changed);
}

/** What is done with a node, for each kind of a group: the compiler names every table that a new kind needs. */
export type ByKind<K extends NodeKind, Args extends readonly unknown[], Result> = {
  readonly [Each in K]: (node: Node, attributes: NodeAttributes[Each], ...args: Args) => Result;
};
export type ByBlock<Args extends readonly unknown[], Result> = ByKind<BlockKind, Args, Result>;
export type ByInline<Args extends readonly unknown[], Result> = ByKind<InlineKind, Args, Result>;

/** What is done with a mark, for each kind. */
export type ByMark<Args extends readonly unknown[], Result> = {
  readonly [Each in MarkKind]: (attributes: MarkAttributes[Each], ...args: Args) => Result;
};

/** Does with a mark what the table has for its kind. */
export function byMark<Args extends readonly unknown[], Result>(
  table: ByMark<Args, Result>,
  mark: Mark,
  ...args: Args
): Result {
  const act = table[kindOfMark(mark)] as (attributes: Attrs, ...args: Args) => Result;
  return act(mark.attrs, ...args);
}

/** Does with a node what the table has for its kind. */
export function byKind<K extends NodeKind, Args extends readonly unknown[], Result>(
  table: ByKind<K, Args, Result>,
  node: Node,
  ...args: Args
): Result {
  const acts = table as Readonly<Record<string, unknown>>;
  const act = acts[node.type.name] as ((node: Node, attributes: Attrs, ...args: Args) => Result) | undefined;
  if (!act) throw new RangeError(`${node.type.name} cannot stand here`);
  return act(node, node.attrs, ...args);
}
