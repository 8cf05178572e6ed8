import type { Node } from "prosemirror-model";
import { asId } from "@/core/model/ids";
import { asMark, idOf, schema } from "@/core/kinds";
import { idsOfBlocks } from "./blocks";

/**
 * How deep nodes may nest; the document's own blocks count as 1. Readers keep lists and quotations at twelve levels, some
 * thirty nodes. What walks a document calls itself for each level, so there has to be a limit.
 */
export const MAX_NODE_DEPTH = 100;

/**
 * Checks blocks that somebody sends as parts of a document: against the schema, that they may stand there, that nothing lies
 * too deep, that ids are ids. Throws a RangeError that says what is wrong.
 */
export function checkFromOutside(blocks: readonly Node[]): void {
  for (const block of blocks) {
    if (!schema.nodes.doc.contentMatch.matchType(block.type))
      throw new RangeError(`${block.type.name} cannot stand in a document`);
    checkWithin(block);
    block.check();
  }
}

/** Checks a whole document; its blocks, and what has an id within them, also have to have ids, each another. */
export function checkDocumentFromOutside(doc: Node): void {
  const ids = new Set<unknown>();
  for (const id of idsOfBlocks(doc.content.content)) {
    if (!id) throw new RangeError("a block has no id");
    if (ids.size === ids.add(id).size) throw new RangeError("two blocks have the same id");
  }
  checkFromOutside(doc.content.content);
  doc.check();
}

/** Ids and depth; without a call for each level. */
function checkWithin(block: Node): void {
  const open: { node: Node; depth: number }[] = [{ node: block, depth: 1 }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { node, depth } = next;
    if (depth > MAX_NODE_DEPTH)
      throw new RangeError(`lists and quotations lie more than ${MAX_NODE_DEPTH} deep`);
    checkId(idOf(node));
    for (const mark of node.marks)
      checkId((asMark(mark, "bookmark") ?? asMark(mark, "index_entry") ?? asMark(mark, "comment"))?.id);
    for (const child of node.content.content) open.push({ node: child, depth: depth + 1 });
  }
}

/** A block that has no id yet is given one by the authority. */
function checkId(id: unknown): void {
  if (id !== undefined && id !== null && asId(id) === null) throw new RangeError("an id is no id");
}
