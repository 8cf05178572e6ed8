import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { tex } from "../attributes/tex";
import { nodeKind } from "../declare";

export const equation = nodeKind({
  attributes: z.strictObject({ id, tex }),
  first: { tex: "" },
  group: "block inner",
  atom: true,
  parseDOM: [
    {
      tag: "div[data-equation]",
      getAttrs: (element) => ({ ...idOn(element), tex: element.getAttribute("data-equation") ?? "" }),
    },
  ],
  toDOM: ({ tex, ...rest }) => ["div", { ...blockElement(rest), "data-equation": tex }],
});
