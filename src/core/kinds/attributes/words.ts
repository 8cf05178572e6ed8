import { z } from "zod";
import { checkedBy } from "../declare";

/**
 * Words whose length only a file is held to. A document that holds longer ones already is opened all the same, and a step that brings some is
 * one like any other.
 */
export function checkedInFilesOnly<S extends z.ZodType>(schema: S): S {
  return checkedBy(schema, (value) => {
    if (typeof value !== "string") throw new RangeError("text is expected");
  });
}

/** Words of at most so many letters in a file. */
export function words(most: number, about?: string) {
  const schema = z.string().max(most);
  return checkedInFilesOnly(about === undefined ? schema : schema.describe(about));
}
