import { z } from "zod";
import { idSchema } from "@/core/model/ids";
import { markKind } from "../declare";

/** Words that somebody comments on. What is said of them is no part of the document; only the authority puts this mark on words. */
export const comment = markKind({
  attributes: z.strictObject({ id: idSchema }),
  inclusive: false,
  excludes: "",
  parseDOM: [
    { tag: "span[data-comment]", getAttrs: (element) => ({ id: element.getAttribute("data-comment") }) },
  ],
  toDOM: ({ id }) => ["span", { "data-comment": id, class: "commented" }, 0],
});
