import { asId, idSchema } from "@/core/model/ids";
import { checkedBy } from "../declare";
import type { ClipboardElement } from "../clipboard-element";

/** The permanent id of a block or note; null until the authority gives one. Each block has another, so that they are checked often. */
export const id = checkedBy(
  idSchema
    .nullable()
    .default(null)
    .describe("The permanent id of the block; it is given one if it has none."),
  (value) => {
    if (value !== null && asId(value) === null) throw new RangeError("an id is no id");
  },
);

/** The id that an element of the clipboard carries. */
export const idOn = (element: ClipboardElement) => ({ id: element.getAttribute("data-id") });
