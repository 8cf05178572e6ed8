import { z } from "zod";
import { align, alignmentOf, type Alignment } from "../attributes/alignment";
import { blockElement } from "../attributes/element";
import { id, idOn } from "../attributes/id";
import { nodeKind } from "../declare";
import type { ClipboardElement } from "../clipboard-element";

/** A table with the caption that stands over its grid. */
export const table = nodeKind({
  attributes: z.strictObject({ id }),
  group: "block inner",
  content: "table_caption table_grid",
  isolating: true,
  parseDOM: [{ tag: "div[data-table]", getAttrs: idOn }],
  toDOM: (attributes) => ["div", { ...blockElement(attributes), "data-table": "" }, 0],
});

export const table_caption = nodeKind({
  attributes: z.strictObject({}),
  content: "inline*",
  defining: true,
  parseDOM: [{ tag: "div[data-caption]" }],
  toDOM: () => ["div", { "data-caption": "", class: "caption-line" }, 0],
});

export const table_grid = nodeKind({
  attributes: z.strictObject({}),
  content: "table_row+",
  tableRole: "table",
  isolating: true,
  parseDOM: [{ tag: "table" }],
  toDOM: () => ["table", ["tbody", 0]],
});

export const table_row = nodeKind({
  attributes: z.strictObject({}),
  content: "(table_cell | table_header)*",
  tableRole: "row",
  parseDOM: [{ tag: "tr" }],
  toDOM: () => ["tr", 0],
});

const MAX_COLUMNS = 1_000;
const MAX_WIDTH_PIXELS = 4_000;
const MIN_WIDTH_PIXELS = 10;

const cell = z.strictObject({
  colspan: z.int().min(1).max(MAX_COLUMNS).default(1),
  rowspan: z.int().min(1).max(10_000).default(1),
  colwidth: z
    .array(z.int().min(0).max(MAX_WIDTH_PIXELS))
    .max(MAX_COLUMNS)
    .readonly()
    .nullable()
    .default(null)
    .describe("Widths of the columns it covers, in pixels; 0 for one that has none of its own."),
  align,
});

export const table_cell = nodeKind({
  attributes: cell,
  content: "inner+",
  tableRole: "cell",
  isolating: true,
  parseDOM: [{ tag: "td", getAttrs: cellOn }],
  toDOM: (attributes) => ["td", cellElement(attributes), 0],
});

export const table_header = nodeKind({
  attributes: cell,
  content: "inner+",
  tableRole: "header_cell",
  isolating: true,
  parseDOM: [{ tag: "th", getAttrs: cellOn }],
  toDOM: (attributes) => ["th", cellElement(attributes), 0],
});

function cellOn(element: ClipboardElement) {
  const span = (name: string) => Math.min(Math.max(Number(element.getAttribute(name)) || 1, 1), MAX_COLUMNS);
  const colspan = span("colspan");
  return {
    colspan,
    rowspan: span("rowspan"),
    align: alignmentOf(element),
    colwidth: columnWidths(element.getAttribute("data-colwidth"), colspan),
  };
}

/** Widths of the columns a cell covers, in pixels, from how they are written; null unless there is one for each. */
export function columnWidths(written: string | null, columns: number): number[] | null {
  const widths = (written ?? "").split(",").map(Number);
  return widths.length === columns && widths.every((it) => it >= MIN_WIDTH_PIXELS && it <= MAX_WIDTH_PIXELS)
    ? widths.map(Math.round)
    : null;
}

/** The attributes of a cell's element, in the manuscript and in files alike. */
export function cellElement({
  colspan,
  rowspan,
  colwidth,
  align,
}: {
  readonly colspan: number;
  readonly rowspan: number;
  readonly colwidth: readonly number[] | null;
  readonly align: Alignment;
}): Record<string, string> {
  const widths = colwidth?.every((width) => width > 0) ? colwidth : null;
  const looks = [
    ...(align ? [`text-align: ${align}`] : []),
    ...(widths ? [`width: ${widths.reduce((sum, width) => sum + width, 0)}px`] : []),
  ];
  return {
    ...(colspan !== 1 && { colspan: String(colspan) }),
    ...(rowspan !== 1 && { rowspan: String(rowspan) }),
    ...(widths && { "data-colwidth": widths.join(",") }),
    ...(looks.length > 0 && { style: looks.join("; ") }),
  };
}
