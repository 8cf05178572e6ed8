import type { Node } from "prosemirror-model";
import { schema } from "@/core/document";
import { proposedTitles, typedContents } from "@/core/structure";

/** A document that was read from plain text, and whether nothing in it looks like a title or a typed contents list. */
export function structureOf(json: object): { doc: Node; plain: boolean } {
  const doc = schema.nodeFromJSON(json);
  return { doc, plain: proposedTitles(doc).length + typedContents(doc).length === 0 };
}
