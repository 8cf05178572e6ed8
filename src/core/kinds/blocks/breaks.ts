import { z } from "zod";
import { pageSectionFrom, pageSectionSchema, writtenPageSection } from "@/core/model/page-setup";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

/** A line across the text. */
export const rule = nodeKind({
  attributes: z.strictObject({ id }),
  group: "block",
  parseDOM: [{ tag: "hr:not([data-page-break])", getAttrs: idOn }],
  toDOM: (attributes) => ["hr", blockElement(attributes)],
});

/** The end of a page, from which pages may be set up otherwise. */
export const page_break = nodeKind({
  attributes: z.strictObject({
    id,
    section: pageSectionSchema
      .nullable()
      .default(null)
      .describe("How pages are from here on; null: as before."),
  }),
  group: "block",
  parseDOM: [
    {
      tag: "hr[data-page-break]",
      priority: 60,
      getAttrs: (element) => ({
        ...idOn(element),
        section: pageSectionFrom(element.getAttribute("data-pages")),
      }),
    },
  ],
  toDOM: ({ section, ...attributes }) => [
    "hr",
    {
      ...blockElement(attributes),
      ...(section && { "data-pages": writtenPageSection(section) }),
      "data-page-break": "",
      class: "page-break",
    },
  ],
});
