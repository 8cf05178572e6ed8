import { z } from "zod";
import { idSchema } from "@/core/model/ids";
import { markKind } from "../declare";
import { ownStyleClass } from "../attributes/own-style";

/** Words in a style that an author made. */
export const word_style = markKind({
  attributes: z.strictObject({ style: idSchema }),
  parseDOM: [
    {
      tag: "span[data-own-style]",
      getAttrs: (element) => ({ style: element.getAttribute("data-own-style") }),
    },
  ],
  toDOM: ({ style }) => ["span", { class: ownStyleClass(style), "data-own-style": style }, 0],
});
