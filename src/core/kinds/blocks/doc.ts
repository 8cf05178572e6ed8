import { z } from "zod";
import { NO_SCHEMES, schemesSchema } from "@/core/model/allowed-schemes";
import { FIRST_LANGUAGE } from "@/core/model/language";
import { checkRegistry } from "@/core/model/checked-once";
import { EMPTY_REGISTRY, registrySchema } from "@/core/model/registry";
import { RETURNS_NONE, returnRuleSchema } from "@/core/model/return-rule";
import { FIRST_SHEET, styleSheetSchema } from "@/core/model/style-sheet";
import { words } from "../attributes/words";
import { checkedBy, nodeKind } from "../declare";

/** The document itself. It is flat: a section is not a node. */
export const doc = nodeKind({
  attributes: z.strictObject({
    title: words(20_000, "As its author says; empty while its first heading says it."),
    working_title: words(20_000, "What it is called while neither its author nor a heading says it.").default(
      "",
    ),
    language: words(40),
    registry: checkedBy(registrySchema, checkRegistry),
    returns: returnRuleSchema,
    styles: styleSheetSchema.default(() => FIRST_SHEET),
    schemes: schemesSchema
      .default(() => [...NO_SCHEMES])
      .describe("Schemes of addresses that links may have beside those of the web, mail and telephones."),
  }),
  first: { title: "", language: FIRST_LANGUAGE, registry: EMPTY_REGISTRY, returns: RETURNS_NONE },
  content: "block+",
});
