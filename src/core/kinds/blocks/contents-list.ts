import { z } from "zod";
import { FIRST_LIST, listOptionsFrom, listOptionsSchema } from "@/core/model/list-options";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { words } from "../attributes/words";
import { nodeKind } from "../declare";

const level = z.int().min(1).max(6);

/** A generated list: only how it is made is stored. */
export const contents_list = nodeKind({
  attributes: z.strictObject({
    id,
    heading: words(1_000),
    from: level,
    to: level,
    list: listOptionsSchema.default(() => FIRST_LIST),
  }),
  first: { heading: "Contents", from: 1, to: 3 },
  group: "block",
  atom: true,
  parseDOM: [
    {
      tag: "nav[data-contents]",
      getAttrs: (element) => ({
        ...idOn(element),
        heading: element.getAttribute("data-contents") ?? "Contents",
        from: Number(element.getAttribute("data-from")) || 1,
        to: Number(element.getAttribute("data-to")) || 3,
        list: listOptionsFrom(element.getAttribute("data-list")),
      }),
    },
  ],
  toDOM: ({ heading, from, to, list, ...rest }) => [
    "nav",
    {
      ...blockElement(rest),
      "data-contents": heading,
      "data-from": String(from),
      "data-to": String(to),
      ...(list !== FIRST_LIST && { "data-list": JSON.stringify(list) }),
    },
  ],
});
