import { z } from "zod";
import { noticeKindOf, noticeKindSchema } from "@/core/model/notice";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";

/** A block that warns or advises, with a title; where that is empty, the word for its kind stands there. */
export const notice = nodeKind({
  attributes: z.strictObject({ id, kind: noticeKindSchema }),
  first: { kind: "note" },
  group: "block inner",
  content: "notice_title inner+",
  defining: true,
  parseDOM: [
    {
      tag: "aside[data-notice]",
      getAttrs: (element) => ({
        ...idOn(element),
        kind: noticeKindOf(element.getAttribute("data-notice")) ?? "note",
      }),
    },
  ],
  toDOM: ({ kind, ...rest }) => [
    "aside",
    { ...blockElement(rest), class: "notice", "data-notice": kind, role: "note", "aria-label": kind },
    0,
  ],
});

export const notice_title = nodeKind({
  attributes: z.strictObject({}),
  content: "inline*",
  defining: true,
  parseDOM: [{ tag: "p.notice-title", priority: 60 }],
  toDOM: () => ["p", { class: "notice-title" }, 0],
});
