import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

export const quotation = nodeKind({
  attributes: z.strictObject({ id }),
  group: "block inner",
  content: "inner+",
  defining: true,
  parseDOM: [{ tag: "blockquote", getAttrs: idOn }],
  toDOM: (attributes) => ["blockquote", blockElement(attributes), 0],
});
