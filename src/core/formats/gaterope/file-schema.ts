import { z } from "zod";
import { bookmarkEntrySchema, anchorEntrySchema } from "@/core/document/registry";
import { returnRuleSchema } from "@/core/document/return-rule";
import { schemesSchema } from "@/core/document/allowed-schemes";
import {
  attachedFileSchema,
  COLOUR,
  expressionSchema,
  frozenListSchema,
  hintSchema,
  idSchema,
  linkLookSchema,
  listOptionsSchema,
  linkTargetSchema,
  PICTURE_TYPES,
  referenceSchema,
  shortTitleFrom,
  styleSheetSchema,
} from "@/core/document";

/*
 * The open form of a document, `.gaterope.json`. This schema checks a file when it is read, and the JSON Schema in
 * docs/format is generated from it.
 */

const id = idSchema
  .nullable()
  .optional()
  .describe("The permanent id of the block; one is given where it is missing.");
const align = z.enum(["left", "center", "right", "justify"]).nullable().optional();
const level = z.int().min(1).max(6);

const plainMarks = ["strong", "emphasis", "underline", "strike", "superscript", "subscript", "code"] as const;
const mark = z
  .union([
    z.strictObject({ type: z.enum(plainMarks) }),
    z.strictObject({
      type: z.literal("link"),
      attrs: z.strictObject({
        target: linkTargetSchema,
        look: linkLookSchema.optional(),
        hint: hintSchema.optional(),
      }),
    }),
    z.strictObject({ type: z.literal("bookmark"), attrs: z.strictObject({ id: idSchema }) }),
    z.strictObject({
      type: z.literal("colour"),
      attrs: z.strictObject({ colour: z.string().regex(COLOUR) }),
    }),
    z.strictObject({ type: z.literal("size"), attrs: z.strictObject({ percent: z.int().min(50).max(400) }) }),
  ])
  .meta({ id: "mark" });

const marks = z.array(mark).optional();
const text = z.strictObject({ type: z.literal("text"), text: z.string().min(1), marks });
const tex = z.string().max(20_000).describe("How the equation is written in TeX.");
const formula = z.strictObject({ type: z.literal("formula"), attrs: z.strictObject({ tex }), marks });
const note = z.strictObject({
  type: z.literal("note"),
  attrs: z.strictObject({ id, place: z.enum(["foot", "end"]).optional() }).optional(),
  content: z.array(z.discriminatedUnion("type", [text, formula])).optional(),
  marks,
});
const inline = z
  .discriminatedUnion("type", [
    text,
    formula,
    note,
    z.strictObject({ type: z.literal("cross_reference"), attrs: referenceSchema, marks }),
    z.strictObject({
      type: z.literal("computation"),
      attrs: z.strictObject({ expression: expressionSchema }),
      marks,
    }),
    z.strictObject({ type: z.literal("hard_break"), marks }),
    z.strictObject({
      type: z.literal("bookmark_point"),
      attrs: z.strictObject({ id: idSchema }),
      marks,
    }),
  ])
  .meta({ id: "inline" });
const words = z.array(inline).optional();

const paragraph = z
  .strictObject({
    type: z.literal("paragraph"),
    attrs: z.strictObject({ id, align }).optional(),
    content: words,
  })
  .meta({ id: "paragraph" });
const codeBlock = z
  .strictObject({
    type: z.literal("code_block"),
    attrs: z.strictObject({ id, language: z.string().max(40).optional() }).optional(),
    content: words,
  })
  .meta({ id: "code_block" });
const listItem = z
  .strictObject({
    type: z.literal("list_item"),
    get content() {
      return z.array(inner).min(1);
    },
  })
  .meta({ id: "list_item" });
const bulletList = z
  .strictObject({
    type: z.literal("bullet_list"),
    attrs: z
      .strictObject({
        id,
        frozen: frozenListSchema
          .nullable()
          .optional()
          .describe("The generated list of which this is the text."),
      })
      .optional(),
    content: z.array(listItem).min(1),
  })
  .meta({ id: "bullet_list" });
const orderedList = z
  .strictObject({
    type: z.literal("ordered_list"),
    attrs: z.strictObject({ id, start: z.int().min(0).max(1_000_000).optional() }).optional(),
    content: z.array(listItem).min(1),
  })
  .meta({ id: "ordered_list" });
const quotation = z
  .strictObject({
    type: z.literal("quotation"),
    attrs: z.strictObject({ id }).optional(),
    get content() {
      return z.array(inner).min(1);
    },
  })
  .meta({ id: "quotation" });
const inner: z.ZodType = z.lazy(() =>
  z.discriminatedUnion("type", [paragraph, codeBlock, bulletList, orderedList, quotation]),
);

const cell = z
  .strictObject({
    type: z.enum(["table_cell", "table_header"]),
    attrs: z
      .strictObject({
        colspan: z.int().min(1).max(1_000).optional(),
        rowspan: z.int().min(1).max(10_000).optional(),
        colwidth: z.array(z.number()).nullable().optional(),
        align,
      })
      .optional(),
    content: z.array(inner).min(1),
  })
  .meta({ id: "cell" });
const table = z
  .strictObject({
    type: z.literal("table"),
    attrs: z.strictObject({ id }).optional(),
    content: z.tuple([
      z.strictObject({ type: z.literal("table_caption"), content: words }),
      z.strictObject({
        type: z.literal("table_grid"),
        content: z
          .array(z.strictObject({ type: z.literal("table_row"), content: z.array(cell).optional() }))
          .min(1),
      }),
    ]),
  })
  .meta({ id: "table" });

const block = z
  .union([
    paragraph,
    z.strictObject({
      type: z.literal("heading"),
      attrs: z.strictObject({
        id,
        align,
        level,
        series: z
          .enum(["appendix", "none"])
          .nullable()
          .optional()
          .describe("How it is counted, where not as its style says."),
        short: z
          .string()
          .refine((words) => shortTitleFrom(words) === words)
          .optional()
          .describe("What it is called in lists, menus and headers of pages, where not by its own words."),
      }),
      content: words,
    }),
    codeBlock,
    bulletList,
    orderedList,
    quotation,
    z.strictObject({
      type: z.literal("figure"),
      attrs: z.strictObject({
        id,
        picture: z.string().max(100).describe("The name of a picture under `pictures`, or empty."),
        alt: z.string().max(20_000),
        width: z.int().min(5).max(100).nullable().optional().describe("Hundredths of the text's width."),
        place: z.enum(["line", "left", "right"]).optional(),
        decorative: z.boolean().optional().describe("It is passed over when the document is read aloud."),
      }),
      content: words.describe("The caption."),
    }),
    table,
    z.strictObject({ type: z.literal("equation"), attrs: z.strictObject({ id, tex }) }),
    z.strictObject({ type: z.literal("rule"), attrs: z.strictObject({ id }).optional() }),
    z.strictObject({ type: z.literal("page_break"), attrs: z.strictObject({ id }).optional() }),
    z.strictObject({
      type: z.literal("contents_list"),
      attrs: z.strictObject({
        id,
        heading: z.string().max(1_000),
        from: level,
        to: level,
        list: listOptionsSchema.optional(),
      }),
    }),
  ])
  .meta({ id: "block" });

/** Checks a whole `.gaterope.json` file. */
export const fileSchema = z.strictObject({
  format: z.literal("gaterope"),
  version: z.literal(1),
  document: z.strictObject({
    type: z.literal("doc"),
    attrs: z.strictObject({
      title: z.string().max(20_000),
      language: z.string().max(40),
      registry: z.strictObject({
        bookmarks: z.record(idSchema, bookmarkEntrySchema),
        anchors: z.record(idSchema, anchorEntrySchema),
        files: z.record(idSchema, attachedFileSchema).optional(),
      }),
      returns: returnRuleSchema,
      styles: styleSheetSchema.optional(),
      schemes: schemesSchema.optional(),
    }),
    content: z.array(block).min(1),
  }),
  pictures: z.record(
    z.string().max(100),
    z.strictObject({
      type: z.enum(Object.keys(PICTURE_TYPES) as [keyof typeof PICTURE_TYPES]),
      data: z.string().describe("The bytes in base64."),
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
