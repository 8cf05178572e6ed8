import { z } from "zod";
import { bookmarkEntrySchema, anchorEntrySchema } from "@/core/model/registry";
import { attachedFileSchema, idSchema, NODE_KINDS, PICTURE_TYPES } from "@/core/document";
import { keysOf } from "@/core/keys-of";
import { FORMS } from "./form";
import { contentIn } from "./open-form";

/*
 * The open form of a document, `.gaterope.json`. This schema checks a file when it is read, and the JSON Schema in
 * docs/format is generated from it.
 */

const { doc } = NODE_KINDS;

/** Checks a whole `.gaterope.json` file. */
export const fileSchema = z.strictObject({
  format: z.literal("gaterope"),
  version: z.literal(FORMS),
  document: z.strictObject({
    type: z.literal("doc"),
    attrs: doc.attributes.extend({
      // In a file, what an entry is kept under has to be an id.
      registry: z.strictObject({
        bookmarks: z.record(idSchema, bookmarkEntrySchema),
        anchors: z.record(idSchema, anchorEntrySchema),
        files: z.record(idSchema, attachedFileSchema).optional(),
      }),
    }),
    ...contentIn(doc.spec.content),
  }),
  pictures: z.record(
    z.string().max(100),
    z.strictObject({
      type: z.enum(keysOf(PICTURE_TYPES)),
      data: z
        .string()
        .optional()
        .describe(
          "The bytes in base64; where it is absent they lie beside the file, in the folder `pictures`, under this name.",
        ),
    }),
  ),
  files: z
    .record(z.string().regex(/^[0-9a-f]{64}$/), z.string())
    .optional()
    .describe("The bytes of attached files in base64, by the SHA-256 of their content."),
});

/** The JSON Schema (draft 2020-12) of the format, made from the schema that checks files. */
export function jsonSchema(): unknown {
  return z.toJSONSchema(fileSchema, { io: "input", unrepresentable: "any", reused: "ref" });
}
