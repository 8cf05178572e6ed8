import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

/** Terms with their definitions, as in HTML: several terms may share a definition, and a term may have several. */
export const definition_list = nodeKind({
  attributes: z.strictObject({ id }),
  group: "block inner",
  content: "(term | definition)+",
  parseDOM: [{ tag: "dl", getAttrs: idOn }],
  toDOM: (attributes) => ["dl", blockElement(attributes), 0],
});

export const term = nodeKind({
  attributes: z.strictObject({}),
  content: "inline*",
  defining: true,
  parseDOM: [{ tag: "dt" }],
  toDOM: () => ["dt", 0],
});

export const definition = nodeKind({
  attributes: z.strictObject({}),
  content: "paragraph inner*",
  defining: true,
  parseDOM: [{ tag: "dd" }],
  toDOM: () => ["dd", 0],
});
