import { fromJSON } from "@/core/model/from-json";
import { referenceSchema } from "@/core/model/reference";
import { nodeKind } from "../declare";

/** Words made from the place they speak of; only which place and how are stored. */
export const cross_reference = nodeKind({
  attributes: referenceSchema,
  first: { form: "{label}", linked: true },
  group: "inline",
  inline: true,
  atom: true,
  parseDOM: [
    {
      tag: "a[data-cross-reference]",
      priority: 70,
      getAttrs: (element) => fromJSON(referenceSchema, element.getAttribute("data-cross-reference")) ?? false,
    },
  ],
  toDOM: (reference) => ["a", { "data-cross-reference": JSON.stringify(reference) }],
  leafText: ({ target }) => target.was ?? "",
});
