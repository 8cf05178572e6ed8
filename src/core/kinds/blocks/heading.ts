import { z } from "zod";
import { align, alignmentOf } from "../attributes/alignment";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";
import type { ClipboardElement } from "../clipboard-element";

const series = z
  .enum(["appendix", "none"])
  .nullable()
  .default(null)
  .describe("How it is counted, where not as its style says.");

/** How a heading is counted where it is not counted as its style says. */
export type Series = z.output<typeof series>;

/** The series a file or the clipboard names; null where it names none that there is. */
export function seriesFrom(name: string | null | undefined): Series {
  return series.safeParse(name).data ?? null;
}

/** How many letters a short title has at most. */
export const MAX_SHORT_TITLE_LETTERS = 200;

/** What a heading is called in lists and menus, from what was typed or a file says: one line, not too long; empty for its own words. */
export function shortTitleFrom(words: string | null | undefined): string {
  return [...(words ?? "").replace(/\s+/gu, " ").trim()].slice(0, MAX_SHORT_TITLE_LETTERS).join("").trim();
}

export const heading = nodeKind({
  attributes: z.strictObject({
    id,
    align,
    level: z.int().min(1).max(6),
    series,
    short: z
      .string()
      .refine((words) => shortTitleFrom(words) === words, "not a short title")
      .default("")
      .describe("What it is called in lists, menus and headers of pages, where not by its own words."),
  }),
  first: { level: 1 },
  group: "block",
  content: "inline*",
  defining: true,
  parseDOM: [1, 2, 3, 4, 5, 6].map((level) => ({
    tag: `h${level}`,
    getAttrs: (element: ClipboardElement) => ({
      ...idOn(element),
      align: alignmentOf(element),
      level,
      series: seriesFrom(element.getAttribute("data-series")),
      short: shortTitleFrom(element.getAttribute("data-short")),
    }),
  })),
  toDOM: ({ level, series, short, ...rest }) => [
    `h${level}`,
    {
      ...blockElement(rest),
      ...(series && { "data-series": series }),
      ...(short && { "data-short": short }),
    },
    0,
  ],
});
