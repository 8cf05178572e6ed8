import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { checkedBy, nodeKind } from "../declare";

/** The language in which it is written, as a file names it; a document that holds a longer name already is opened all the same. */
const language = checkedBy(z.string().max(40).default(""), (value) => {
  if (typeof value !== "string") throw new RangeError("text is expected");
});

export const code_block = nodeKind({
  attributes: z.strictObject({ id, language }),
  group: "block inner",
  content: "text*",
  marks: "bookmark",
  code: true,
  defining: true,
  parseDOM: [{ tag: "pre", preserveWhitespace: "full", getAttrs: idOn }],
  toDOM: (carried) => ["pre", blockElement(carried), ["code", 0]],
});
