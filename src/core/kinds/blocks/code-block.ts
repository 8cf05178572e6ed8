import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { checkedInFilesOnly } from "../attributes/words";
import { nodeKind } from "../declare";

/** Letters as they were typed, which may be linked, marked and noted like any others; what is set in another way stands in none. */
export const code_block = nodeKind({
  attributes: z.strictObject({ id, language: checkedInFilesOnly(z.string().max(40).default("")) }),
  group: "block inner",
  content: "(text | note | cross_reference | computation | bookmark_point)*",
  marks:
    "link bookmark index_entry comment language word_style strong emphasis underline strike superscript subscript colour size",
  code: true,
  defining: true,
  parseDOM: [{ tag: "pre", preserveWhitespace: "full", getAttrs: idOn }],
  toDOM: (attributes) => ["pre", blockElement(attributes), ["code", 0]],
});
