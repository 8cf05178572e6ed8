import { z } from "zod";
import { frozenListSchema } from "@/core/model/frozen-list";
import { cssString } from "@/core/model/css-string";
import { fromJSON } from "@/core/model/from-json";
import {
  FIRST_COUNT,
  listCountSchema,
  numeralsFrom,
  numeralsType,
  type ListCount,
} from "@/core/model/list-count";
import { keysOf } from "@/core/keys-of";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";
import type { ClipboardElement } from "../clipboard-element";

export const bullet_list = nodeKind({
  attributes: z.strictObject({
    id,
    frozen: frozenListSchema
      .nullable()
      .default(null)
      .describe("The generated list whose text this is; null for a written one."),
  }),
  group: "block inner",
  content: "list_item+",
  parseDOM: [
    {
      tag: "ul",
      getAttrs: (element) => ({
        ...idOn(element),
        frozen: fromJSON(frozenListSchema, element.getAttribute("data-frozen")),
      }),
    },
  ],
  toDOM: ({ frozen, ...rest }) => [
    "ul",
    { ...blockElement(rest), ...(frozen && { "data-frozen": JSON.stringify(frozen) }) },
    0,
  ],
});

export const ordered_list = nodeKind({
  attributes: z.strictObject({ id, ...listCountSchema.shape }),
  group: "block inner",
  content: "list_item+",
  parseDOM: [{ tag: "ol", getAttrs: (element) => ({ ...idOn(element), ...countOn(element) }) }],
  toDOM: ({ start, numerals, before, after, continues, ...rest }) => [
    "ol",
    { ...blockElement(rest), ...countAttributes({ start, numerals, before, after, continues }) },
    0,
  ],
});

/** How a list counts, as attributes of its element; the style says what stands beside its counts. */
export function countAttributes(count: ListCount): Record<string, string> {
  const { start, numerals, before, after, continues } = count;
  const beside = before !== FIRST_COUNT.before || after !== FIRST_COUNT.after;
  const style = [
    ...(numerals !== "decimal" ? [`list-style-type: ${numerals}`] : []),
    ...(beside ? [`--before: ${cssString(before)}; --after: ${cssString(`${after} `)}`] : []),
  ].join("; ");
  return {
    ...(start !== 1 && { start: String(start) }),
    ...(numerals !== "decimal" && { type: numeralsType(numerals) }),
    ...(beside && { "data-numerals": numerals, "data-before": before, "data-after": after }),
    ...(style && { style }),
    ...(continues && { "data-continues": "true" }),
  };
}

/** How a list counts, from its element; what it says wrongly is as at first. */
export function countOn(element: Pick<ClipboardElement, "getAttribute">): ListCount {
  const continues = element.getAttribute("data-continues") !== null;
  const attributes = {
    // Files say there with which number it happens to begin.
    start: continues ? 1 : Number(element.getAttribute("start") || 1),
    numerals: numeralsFrom(element.getAttribute("type"), element.getAttribute("style")) ?? "decimal",
    before: element.getAttribute("data-before") ?? "",
    after: element.getAttribute("data-after") ?? ".",
    continues,
  };
  const entries = keysOf(attributes).map((part) => {
    const parsed = listCountSchema.shape[part].safeParse(attributes[part]);
    return [part, parsed.success ? parsed.data : FIRST_COUNT[part]];
  });
  return Object.fromEntries(entries) as ListCount;
}

const checked = z
  .boolean()
  .nullable()
  .default(null)
  .describe("Whether its box is ticked; null for an item without a box.");

/** An item of a list; one with a box to tick where `checked` is not null. */
export const list_item = nodeKind({
  attributes: z.strictObject({ checked }),
  content: "paragraph inner*",
  defining: true,
  parseDOM: [
    {
      tag: "li[data-checked]",
      priority: 60,
      contentElement: "div",
      getAttrs: (element) => ({ checked: element.getAttribute("data-checked") === "true" }),
    },
    { tag: "li" },
  ],
  toDOM: ({ checked }) =>
    checked === null
      ? ["li", 0]
      : [
          "li",
          { "data-checked": String(checked) },
          [
            "input",
            {
              type: "checkbox",
              contenteditable: "false",
              tabindex: "-1",
              "aria-label": "Done",
              ...(checked && { checked: "" }),
            },
          ],
          ["div", 0],
        ],
});
