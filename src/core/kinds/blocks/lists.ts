import { z } from "zod";
import { frozenListSchema } from "@/core/model/frozen-list";
import { fromJSON } from "@/core/model/from-json";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

export const bullet_list = nodeKind({
  attributes: z.strictObject({
    id,
    frozen: frozenListSchema
      .nullable()
      .default(null)
      .describe("The generated list of which this is the text; null for one that was written."),
  }),
  group: "block inner",
  content: "list_item+",
  parseDOM: [
    {
      tag: "ul",
      getAttrs: (element) => ({
        ...idOn(element),
        frozen: fromJSON(frozenListSchema, element.getAttribute("data-frozen")),
      }),
    },
  ],
  toDOM: ({ frozen, ...rest }) => [
    "ul",
    { ...blockElement(rest), ...(frozen && { "data-frozen": JSON.stringify(frozen) }) },
    0,
  ],
});

export const ordered_list = nodeKind({
  attributes: z.strictObject({ id, start: z.int().min(0).max(1_000_000).default(1) }),
  group: "block inner",
  content: "list_item+",
  parseDOM: [
    {
      tag: "ol",
      getAttrs: (element) => ({
        ...idOn(element),
        start: Number(element.getAttribute("start") ?? 1) || 1,
      }),
    },
  ],
  toDOM: ({ start, ...rest }) => [
    "ol",
    { ...blockElement(rest), ...(start === 1 ? {} : { start: String(start) }) },
    0,
  ],
});

export const list_item = nodeKind({
  attributes: z.strictObject({}),
  content: "paragraph inner*",
  defining: true,
  parseDOM: [{ tag: "li" }],
  toDOM: () => ["li", 0],
});
