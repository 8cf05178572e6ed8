import { z } from "zod";
import { checkedBy } from "../declare";

/**
 * Words of one line, of at most so many letters in a file. A document that holds longer ones already is opened all the same, and a step that
 * brings some is one like any other.
 */
export function words(most: number, about?: string) {
  const schema = z.string().max(most);
  return checkedBy(about === undefined ? schema : schema.describe(about), (value) => {
    if (typeof value !== "string") throw new RangeError("text is expected");
  });
}
