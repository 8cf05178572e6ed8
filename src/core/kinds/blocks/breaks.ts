import { z } from "zod";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

/** A line across the text. */
export const rule = nodeKind({
  attributes: z.strictObject({ id }),
  group: "block",
  parseDOM: [{ tag: "hr:not([data-page-break])", getAttrs: idOn }],
  toDOM: (carried) => ["hr", blockElement(carried)],
});

export const page_break = nodeKind({
  attributes: z.strictObject({ id }),
  group: "block",
  parseDOM: [{ tag: "hr[data-page-break]", priority: 60, getAttrs: idOn }],
  toDOM: (carried) => ["hr", { ...blockElement(carried), "data-page-break": "", class: "page-break" }],
});
