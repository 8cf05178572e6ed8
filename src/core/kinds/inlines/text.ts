import { z } from "zod";
import { nodeKind } from "../declare";

export const text = nodeKind({ attributes: z.strictObject({}), group: "inline" });

/** A line that ends before its paragraph does. */
export const hard_break = nodeKind({
  attributes: z.strictObject({}),
  group: "inline",
  inline: true,
  selectable: false,
  parseDOM: [{ tag: "br" }],
  toDOM: () => ["br"],
  leafText: () => "\n",
});
