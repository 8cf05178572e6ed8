import { z } from "zod";
import { fromJSON } from "@/core/model/from-json";
import { hintSchema, linkLookSchema, lookFrom } from "@/core/model/link-look";
import { linkTargetSchema, targetFromAddress } from "@/core/model/target";
import { markKind } from "../declare";
import type { ClipboardElement } from "../clipboard-element";

export const link = markKind({
  attributes: z.strictObject({
    target: linkTargetSchema,
    look: linkLookSchema.default("underlined"),
    hint: hintSchema.default(""),
  }),
  inclusive: false,
  parseDOM: [
    {
      tag: "a[data-target]",
      priority: 60,
      getAttrs: (element) => {
        const target = fromJSON(linkTargetSchema, element.getAttribute("data-target"));
        return target ? { target, ...lookOn(element) } : false;
      },
    },
    {
      tag: "a[href]:not([href^='#'])",
      getAttrs: (element) => {
        const target = targetFromAddress(element.getAttribute("href") ?? "");
        return target ? { target, ...lookOn(element) } : false;
      },
    },
  ],
  toDOM: ({ target, look, hint }) => [
    "a",
    {
      "data-target": JSON.stringify(target),
      class: "link",
      ...(look !== "underlined" && { "data-look": look }),
      ...(hint && { title: hint }),
    },
    0,
  ],
});

function lookOn(element: ClipboardElement) {
  return {
    look: lookFrom(element.getAttribute("data-look")),
    hint: (element.getAttribute("title") ?? "").slice(0, 1_000),
  };
}
