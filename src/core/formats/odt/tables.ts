import { pointsOf } from "../office/lengths";
import { childNamed, elementsIn, type XmlElement } from "../xml/element";

/** A row of a table as it is written, and whether it is one of those that head it. */
export interface WrittenRow {
  readonly element: XmlElement;
  readonly header: boolean;
}

/** Files say in a number how often something stands; a number may be made to harm. */
const MAX_REPEATED = 1_000;

/** Rows of a table, each as often as it says that it stands; empty ones at the end stand once. */
export function* rowsOf(table: XmlElement, header = false): Generator<WrittenRow, void> {
  for (const child of elementsIn(table)) {
    if (child.name === "table:table-row") {
      const times = holdsNothing(child) ? 1 : timesOf(child.attributes["table:number-rows-repeated"]);
      for (let i = 0; i < times; i++) yield { element: child, header };
    } else if (child.name === "table:table-header-rows") yield* rowsOf(child, true);
    else if (child.name === "table:table-rows" || child.name === "table:table-row-group")
      yield* rowsOf(child, header);
  }
}

/** The widths of its columns in pixels; null where one says none. */
export function columnWidths(
  table: XmlElement,
  widthOf: (style: string) => number | null,
): readonly number[] | null {
  const widths: number[] = [];
  const look = (element: XmlElement): boolean => {
    for (const child of elementsIn(element)) {
      if (/^table:table-(?:columns|header-columns|column-group)$/.test(child.name)) {
        if (!look(child)) return false;
      } else if (child.name === "table:table-column") {
        const width = widthOf(child.attributes["table:style-name"] ?? "");
        const pixels = width === null ? 0 : Math.round((width * 96) / 72);
        if (pixels < 10 || pixels > 4_000) return false;
        for (let i = 0; i < timesOf(child.attributes["table:number-columns-repeated"]); i++)
          widths.push(pixels);
      }
    }
    return true;
  };
  return look(table) ? widths : null;
}

/** How many rows or columns a cell covers. */
export function spanOf(written: string | undefined): number {
  return timesOf(written);
}

/** The width that a style of columns says, by its name. */
export function columnStyles(roots: readonly (XmlElement | null)[]): ReadonlyMap<string, number> {
  const widths = new Map<string, number>();
  for (const root of roots)
    for (const style of elementsIn(childNamed(root, "office:automatic-styles"))) {
      const width = pointsOf(
        childNamed(style, "style:table-column-properties")?.attributes["style:column-width"],
      );
      if (width !== null) widths.set(style.attributes["style:name"] ?? "", width);
    }
  return widths;
}

function timesOf(written: string | undefined): number {
  return Math.min(Math.max(Math.trunc(Number(written)) || 1, 1), MAX_REPEATED);
}

function holdsNothing(row: XmlElement): boolean {
  return [...elementsIn(row)].every((cell) => cell.content.length === 0);
}
