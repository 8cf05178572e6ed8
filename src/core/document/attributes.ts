import type { Attrs } from "prosemirror-model";

/*
 * Attributes of nodes: how they are checked, and how they stand in elements of a page or of the clipboard.
 */

/** How a paragraph or heading stands between its margins; null follows the style. */
export type Alignment = "left" | "center" | "right" | "justify" | null;

/** How a heading is counted where it is not counted as its style says. */
export type Series = "appendix" | "none" | null;

/** The permanent id of a block. */
export const id = { default: null, validate: "string|null" };
export const alignment = {
  default: null,
  validate: (value: unknown) => {
    if (value !== null && !["left", "center", "right", "justify"].includes(value as string))
      throw new RangeError("not an alignment");
  },
};
export const wholeNumber = (least: number, most: number) => (value: unknown) => {
  if (!Number.isInteger(value) || (value as number) < least || (value as number) > most)
    throw new RangeError(`not a whole number from ${least} to ${most}`);
};

export function alignmentOf(element: HTMLElement): Alignment {
  const named = element.style.textAlign || element.getAttribute("align") || "";
  return named === "left" || named === "center" || named === "right" || named === "justify" ? named : null;
}

export function blockAttributes(attrs: Attrs): Record<string, string> {
  const out: Record<string, string> = {};
  if (attrs.id) out["data-id"] = attrs.id as string;
  if (attrs.align) out.style = `text-align: ${attrs.align as string}`;
  return out;
}

export const readBlock = (element: HTMLElement) => ({
  id: element.getAttribute("data-id"),
  align: alignmentOf(element),
});
export const readId = (element: HTMLElement) => ({ id: element.getAttribute("data-id") });
export const headingRule = (level: number) => ({
  tag: `h${level}`,
  getAttrs: (element: HTMLElement) => ({
    ...readBlock(element),
    level,
    series: seriesFrom(element.getAttribute("data-series")),
    short: shortTitleFrom(element.getAttribute("data-short")),
  }),
});

/** So many letters a short title has at most. */
export const MOST_IN_SHORT_TITLE = 200;

/** What a heading is called in lists and menus, from what was typed or a file says: one line, not too long; empty for its own words. */
export function shortTitleFrom(words: string | null | undefined): string {
  return [...(words ?? "").replace(/\s+/gu, " ").trim()].slice(0, MOST_IN_SHORT_TITLE).join("").trim();
}

/** The series a file or the clipboard names; null where it names none that there is. */
export function seriesFrom(name: string | null | undefined): Series {
  return name === "appendix" || name === "none" ? name : null;
}

/** Width and place of a figure, and whether it only decorates, as the clipboard and exported pages name them. */
export function figureLook(element: { getAttribute(name: string): string | null }) {
  const width = Number(element.getAttribute("data-width"));
  const place = element.getAttribute("data-place");
  return {
    width: width >= 5 && width <= 100 ? Math.round(width) : null,
    place: place === "left" || place === "right" ? place : "line",
    decorative: element.getAttribute("data-decorative") !== null,
  };
}

const MOST_WIDTH = 4_000;

export const cellAttributes = {
  colspan: { default: 1, validate: wholeNumber(1, 1000) },
  rowspan: { default: 1, validate: wholeNumber(1, 10_000) },
  /** Widths of the columns it covers, in pixels; 0 for one that has none of its own. */
  colwidth: {
    default: null,
    validate: (value: unknown) => {
      const isWidths = Array.isArray(value) && value.length <= 1000 && value.every(isWidth);
      if (value !== null && !isWidths) throw new RangeError("not widths of columns");
    },
  },
  align: alignment,
};
export function readCell(element: HTMLElement) {
  const span = (name: string) => Math.min(Math.max(Number(element.getAttribute(name)) || 1, 1), 1000);
  const colspan = span("colspan");
  return {
    colspan,
    rowspan: span("rowspan"),
    align: alignmentOf(element),
    colwidth: columnWidths(element.getAttribute("data-colwidth"), colspan),
  };
}

function isWidth(value: unknown): boolean {
  return Number.isInteger(value) && (value as number) >= 0 && (value as number) <= MOST_WIDTH;
}

/** Widths of the columns a cell covers, in pixels, from how they are written; null unless there is one for each. */
export function columnWidths(written: string | null, columns: number): number[] | null {
  const widths = (written ?? "").split(",").map(Number);
  return widths.length === columns && widths.every((it) => it >= 10 && it <= MOST_WIDTH)
    ? widths.map(Math.round)
    : null;
}

/** The attributes of a cell's element, in the manuscript and in files alike. */
export function cellElement(attrs: Attrs): Record<string, string> {
  const out: Record<string, string> = {};
  if (attrs.colspan !== 1) out.colspan = String(attrs.colspan);
  if (attrs.rowspan !== 1) out.rowspan = String(attrs.rowspan);
  const widths = (attrs.colwidth as readonly number[] | null)?.every((width) => width > 0)
    ? (attrs.colwidth as readonly number[])
    : null;
  const looks = [
    ...(attrs.align ? [`text-align: ${attrs.align as string}`] : []),
    ...(widths ? [`width: ${widths.reduce((sum, width) => sum + width, 0)}px`] : []),
  ];
  if (widths) out["data-colwidth"] = widths.join(",");
  if (looks.length > 0) out.style = looks.join("; ");
  return out;
}
