import { jsonOf, type Manuscript, picturesIn, withoutComments } from "@/core/document";
import { toBase64 } from "../base64";
import { FORM } from "./form";

/** Writes a document in the open form that `docs/formats.md` describes, with the pictures it uses and its attached files. Nothing is left out but
 * comments, which are no part of it. */
export function writeGateRope({ doc, pictures, files = new Map() }: Manuscript): {
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
      kept.map(([name, { type, bytes }]) => [name, { type, data: toBase64(bytes) }]),
    ),
    ...(files.size > 0 && {
      files: Object.fromEntries([...files].map(([content, bytes]) => [content, toBase64(bytes)])),
    }),
  };
  return { text: JSON.stringify(file, null, 1) + "\n", promised: [] };
}
