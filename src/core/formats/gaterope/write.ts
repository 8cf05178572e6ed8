import { jsonOf, type Manuscript, picturesIn, withoutComments } from "@/core/document";
import { placeholderFor } from "../bytes-in-text";
import type { WriteOptions } from "../write-options";
import { FORM } from "./form";

/** Where a picture lies beside a file of the open form, from the file on. */
export function placeBeside(name: string): string {
  return `pictures/${name}`;
}

/**
 * Writes a document in the open form that `docs/formats.md` describes, with the pictures it uses and its attached files. Nothing is left out but
 * comments, which are no part of it.
 */
export function writeGateRope(
  { doc, pictures, files = new Map() }: Manuscript,
  { picturesBeside = false }: WriteOptions = {},
): {
  text: string;
  promised: [];
} {
  const used = picturesIn(doc);
  const kept = [...pictures].filter(([name]) => used.has(name));
  const file = {
    format: "gaterope",
    version: FORM,
    document: jsonOf(withoutComments(doc)),
    pictures: Object.fromEntries(
      kept.map(([name, { type }]) => [
        name,
        picturesBeside ? { type } : { type, data: placeholderFor(name) },
      ]),
    ),
    ...(files.size > 0 && {
      files: Object.fromEntries([...files.keys()].map((content) => [content, placeholderFor(content)])),
    }),
  };
  return { text: JSON.stringify(file, null, 1) + "\n", promised: [] };
}
