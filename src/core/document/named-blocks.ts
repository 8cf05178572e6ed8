import { kept } from "@/core/kept";
import type { Node } from "prosemirror-model";
import { idOf, isKind, kindOfNode, type InnerKind } from "@/core/kinds";

/** A block with a permanent id. */
export interface NamedBlock {
  readonly node: Node;
  /** Where it begins, counted from the beginning of the block that stands directly in the document. */
  readonly offset: number;
}

/** Which kinds are places of their own wherever they stand. Others have ids where they stand directly in the document only. */
const NAMED_WITHIN = {
  figure: true,
  table: true,
  equation: true,
  paragraph: false,
  bullet_list: false,
  ordered_list: false,
  quotation: false,
  code_block: false,
  definition_list: false,
  notice: false,
} as const satisfies Record<InnerKind, boolean>;

/** Asked of each node of a document. */
const named: Readonly<Record<string, boolean>> = NAMED_WITHIN;

const NONE: readonly NamedBlock[] = [];

/** Whether a block has an id and is a place of its own within others too. */
export function isNamedWithin(node: Node): boolean {
  const kind = kindOfNode(node);
  return named[kind] === true;
}

/** The figures, tables and equations within a block, in order of place. Kept by node, so that a key looks at what it changed only. */
export function namedWithin(block: Node): readonly NamedBlock[] {
  if (block.isTextblock || block.isLeaf) return NONE;
  // Most cells and items hold a paragraph alone.
  if (block.childCount === 1 && isKind(block.firstChild, "paragraph")) return NONE;
  return readWithin(block);
}

const readWithin = kept((block: Node): readonly NamedBlock[] => {
  let found: NamedBlock[] | null = null;
  block.forEach((child, offset) => {
    if (isNamedWithin(child)) (found ??= []).push(at(child, offset + 1));
    for (const inner of namedWithin(child)) (found ??= []).push(at(inner.node, offset + 1 + inner.offset));
  });
  return found ?? NONE;
});

function at(node: Node, offset: number): NamedBlock {
  return { node, offset };
}

/** A block that stands directly in the document, with the figures, tables and equations within it. */
export function namedFrom(block: Node): readonly NamedBlock[] {
  const within = namedWithin(block);
  return within.length === 0 ? [at(block, 0)] : [at(block, 0), ...within];
}

/** The block of an id, wherever it stands in a document, and its position. */
export function namedById(doc: Node, id: string): { readonly node: Node; readonly pos: number } | null {
  let pos = 0;
  for (const block of doc.content.content) {
    if (idOf(block) === id) return { node: block, pos };
    const within = namedWithin(block).find(({ node }) => idOf(node) === id);
    if (within) return { node: within.node, pos: pos + within.offset };
    pos += block.nodeSize;
  }
  return null;
}
