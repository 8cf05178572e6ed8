import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { held } from "../attributes/words";
import { nodeKind } from "../declare";

export const code_block = nodeKind({
  attributes: z.strictObject({ id, language: held(z.string().max(40).default("")) }),
  group: "block inner",
  content: "text*",
  marks: "bookmark",
  code: true,
  defining: true,
  parseDOM: [{ tag: "pre", preserveWhitespace: "full", getAttrs: idOn }],
  toDOM: (carried) => ["pre", blockElement(carried), ["code", 0]],
});
