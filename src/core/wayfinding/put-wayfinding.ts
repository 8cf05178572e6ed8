import type { Node } from "prosemirror-model";
import {
  createDocument,
  fixedWordsOf,
  isKind,
  newId,
  returnsDownTo,
  schema,
  withSettings,
  type ListKind,
  type ListOptions,
} from "@/core/document";
import type { ContentsLevels } from "./contents";
import { listsSections } from "./lists";
import { beginsWithTitle } from "./own-title";

/** Block before which a contents list stands at the front: the first, or the second where the first is the title. */
export function frontBlock(doc: Node): number {
  return beginsWithTitle(doc) ? 1 : 0;
}

/** The position before that block. */
export function frontPos(doc: Node): number {
  return frontBlock(doc) === 0 ? 0 : doc.child(0).nodeSize;
}

/** A new list of a kind for a document, called as such lists are in its language. */
export function newList(of: ListKind, doc: Node, { from, to }: ContentsLevels = { from: 1, to: 3 }): Node {
  const heading = fixedWordsOf(doc).lists[of];
  const list: ListOptions = of === "sections" ? {} : { of };
  return schema.nodes.contents_list.create({ id: newId(), heading, from, to, list });
}

/** The document with a contents list at the front; as it is where it has one already. */
export function withContents(doc: Node, levels: ContentsLevels): Node {
  const blocks = doc.content.content;
  if (blocks.some((block) => isKind(block, "contents_list") && listsSections(block))) return doc;
  const at = frontBlock(doc);
  const whole = createDocument([
    ...blocks.slice(0, at),
    newList("sections", doc, levels),
    ...blocks.slice(at),
  ]);
  return doc.copy(whole.content);
}

/** The document with a return link after each section down to a level. */
export function withReturns(doc: Node, deepest: number): Node {
  return withSettings(doc, { returns: returnsDownTo(deepest) });
}
