import { z } from "zod";
import { tex } from "../attributes/tex";
import { nodeKind } from "../declare";

/** An equation within a line. */
export const formula = nodeKind({
  attributes: z.strictObject({ tex }),
  first: { tex: "" },
  group: "inline",
  inline: true,
  atom: true,
  parseDOM: [
    {
      tag: "span[data-formula]",
      getAttrs: (element) => ({ tex: element.getAttribute("data-formula") ?? "" }),
    },
  ],
  toDOM: ({ tex }) => ["span", { "data-formula": tex }],
  leafText: ({ tex }) => tex,
});
