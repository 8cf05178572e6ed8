import { z } from "zod";
import { expressionSchema } from "@/core/model/computation";
import { nodeKind } from "../declare";

/** A value that is computed from the document; only the expression is stored. */
export const computation = nodeKind({
  attributes: z.strictObject({ expression: expressionSchema }),
  group: "inline",
  inline: true,
  atom: true,
  parseDOM: [
    {
      tag: "span[data-computed]",
      getAttrs: (element) => {
        const { data: expression } = expressionSchema.safeParse(element.getAttribute("data-computed"));
        return expression === undefined ? false : { expression };
      },
    },
  ],
  toDOM: ({ expression }) => ["span", { "data-computed": expression }],
  leafText: () => "",
});
