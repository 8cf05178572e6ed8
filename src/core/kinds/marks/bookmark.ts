import { z } from "zod";
import { idSchema } from "@/core/model/ids";
import { markKind } from "../declare";

/** Words that a bookmark covers. Ranges may overlap, so the mark excludes none of its own. */
export const bookmark = markKind({
  attributes: z.strictObject({ id: idSchema }),
  inclusive: false,
  excludes: "",
  parseDOM: [
    {
      tag: "span[data-bookmark]",
      getAttrs: (element) => ({ id: element.getAttribute("data-bookmark") }),
    },
  ],
  toDOM: ({ id }) => ["span", { "data-bookmark": id, class: "bookmark-range" }, 0],
});
