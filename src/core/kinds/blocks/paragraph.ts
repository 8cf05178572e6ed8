import { z } from "zod";
import { align, alignmentOf } from "../attributes/alignment";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

export const paragraph = nodeKind({
  attributes: z.strictObject({ id, align }),
  group: "block inner",
  content: "inline*",
  parseDOM: [{ tag: "p", getAttrs: (element) => ({ ...idOn(element), align: alignmentOf(element) }) }],
  toDOM: (carried) => ["p", blockElement(carried), 0],
});
