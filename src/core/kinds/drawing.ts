import { z } from "zod";
import { nodeKind } from "./declare";

/*
 * How an editor lays a document out on a screen: its blocks in chunks, and these in bundles. Never stored, sent or read from
 * outside; the kinds are here because only blocks of one schema can be shared between a document and its drawing.
 */

export const drawing = nodeKind({ attributes: z.strictObject({}), content: "bundle+" });

export const bundle = nodeKind({
  attributes: z.strictObject({}),
  content: "chunk+",
  selectable: false,
  toDOM: () => ["div", { class: "bundle" }, 0],
});

export const chunk = nodeKind({
  attributes: z.strictObject({ drawn: z.boolean().default(true) }),
  content: "block+",
  selectable: false,
  toDOM: () => ["div", { class: "chunk" }, 0],
});
