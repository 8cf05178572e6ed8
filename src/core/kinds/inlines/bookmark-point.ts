import { z } from "zod";
import { idSchema } from "@/core/model/ids";
import { nodeKind } from "../declare";

/** The spot of a bookmark that covers no words. */
export const bookmark_point = nodeKind({
  attributes: z.strictObject({ id: idSchema }),
  group: "inline",
  inline: true,
  atom: true,
  selectable: false,
  parseDOM: [{ tag: "a[data-point]", getAttrs: (element) => ({ id: element.getAttribute("data-point") }) }],
  toDOM: ({ id }) => ["a", { "data-point": id, class: "bookmark-point" }],
  leafText: () => "",
});
