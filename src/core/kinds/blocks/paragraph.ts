import { z } from "zod";
import { align, alignmentOf } from "../attributes/alignment";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { ownStyle, ownStyleOn } from "../attributes/own-style";
import { nodeKind } from "../declare";

export const paragraph = nodeKind({
  attributes: z.strictObject({ id, align, style: ownStyle }),
  group: "block inner",
  content: "inline*",
  parseDOM: [
    {
      tag: "p",
      getAttrs: (element) => ({ ...idOn(element), ...ownStyleOn(element), align: alignmentOf(element) }),
    },
  ],
  toDOM: (attributes) => ["p", blockElement(attributes), 0],
});
