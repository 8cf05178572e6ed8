import {
  childNamed,
  childrenNamed,
  elementsIn,
  firstWithin,
  textWithin,
  type XmlElement,
} from "../xml/element";
import { isOn } from "./names";
import { points } from "./style-table";

/** A cell as it stands in the grid of its table. */
export interface GridCell {
  readonly element: XmlElement;
  readonly column: number;
  readonly columns: number;
  rows: number;
  /** Widths of the columns it covers, in pixels; null where the file does not say them. */
  readonly widths: readonly number[] | null;
  /** Where bookmarks begin and end before it. */
  readonly before: readonly XmlElement[];
}

export interface GridRow {
  readonly header: boolean;
  readonly cells: readonly GridCell[];
  /** Where bookmarks begin and end before it, and behind its last cell. */
  readonly before: readonly XmlElement[];
  readonly behind: readonly XmlElement[];
}

const NO_CELL: XmlElement = { name: "w:tc", attributes: {}, content: [] };

/** How the cells of a table stand, merged ones as one (ISO 29500-1, 17.4). `isOwn`: whether Gate Rope wrote it. `onLost` is told of words in a cell that is merged with another. */
export function gridOf(table: XmlElement, onLost: () => void, isOwn = false): GridRow[] {
  const widths =
    isOwn && isAsWideAsText(table)
      ? []
      : childrenNamed(childNamed(table, "w:tblGrid"), "w:gridCol").map(({ attributes }) =>
          Math.round((points(attributes["w:w"] ?? "0") * 96) / 72),
        );
  const placed = (
    element: XmlElement,
    column: number,
    columns: number,
    before: readonly XmlElement[],
  ): GridCell => {
    const own = widths.slice(column, column + columns);
    const known = own.length === columns && own.every((width) => width >= 10 && width <= 4_000);
    return { element, column, columns, rows: 1, widths: known ? own : null, before };
  };
  const rows: GridRow[] = [];
  /** By the column it begins in, the cell that goes on below. */
  let above = new Map<number, GridCell>();
  let before: XmlElement[] = [];
  for (const row of wrapped(table, "w:tr")) {
    if (row.name !== "w:tr") {
      before.push(row);
      continue;
    }
    const properties = childNamed(row, "w:trPr");
    if (childNamed(properties, "w:del")) continue;
    const header = childNamed(properties, "w:tblHeader");
    let column = columnsSaid(childNamed(properties, "w:gridBefore"), 0);
    const cells: GridCell[] = [];
    // Without a cell there, those of a row that begins further in would stand below others than they do.
    if (column > 0) cells.push(placed(NO_CELL, 0, column, []));
    const below = new Map<number, GridCell>();
    let markers: XmlElement[] = [];
    for (const element of wrapped(row, "w:tc")) {
      if (element.name !== "w:tc") {
        markers.push(element);
        continue;
      }
      const cell = childNamed(element, "w:tcPr");
      const columns = columnsSaid(childNamed(cell, "w:gridSpan"), 1);
      const merge = childNamed(cell, "w:vMerge");
      const goesOn = merge !== null && merge.attributes["w:val"] !== "restart";
      const upper = above.get(column);
      const sideways = childNamed(cell, "w:hMerge")?.attributes["w:val"] ?? null;
      if (childNamed(cell, "w:hMerge") && sideways !== "restart" && cells.length > 0) {
        const left = cells.at(-1)!;
        cells[cells.length - 1] = { ...left, columns: left.columns + columns };
        if (textWithin(element).trim() !== "") onLost();
      } else if (goesOn && upper && upper.columns === columns) {
        upper.rows++;
        below.set(column, upper);
        if (holdsWords(element)) onLost();
      } else {
        const own = placed(element, column, columns, markers);
        markers = [];
        cells.push(own);
        if (merge) below.set(column, own);
      }
      column += columns;
    }
    above = below;
    const leads = rows.every((before) => before.header);
    rows.push({
      header: leads && header !== null && isOn(header.attributes["w:val"]),
      cells,
      before,
      behind: markers,
    });
    before = [];
  }
  return rows;
}

/** How many columns an element says, at least and, so that no file says a million, at most. */
function columnsSaid(element: XmlElement | null, least: number): number {
  return Math.min(Math.max(Math.trunc(Number(element?.attributes["w:val"])) || least, least), 1_000);
}

/** Whether nobody said how wide the columns are of a table that was written here. */
function isAsWideAsText(table: XmlElement): boolean {
  return childNamed(childNamed(table, "w:tblPr"), "w:tblW")?.attributes["w:type"] === "pct";
}

function holdsWords(cell: XmlElement): boolean {
  return firstWithin(cell, "w:t") !== null && textWithin(cell).trim() !== "";
}

/** Elements of a name, also within what controls or marks them, and the ends of bookmarks between them. */
function* wrapped(element: XmlElement, name: string): Generator<XmlElement, void> {
  for (const child of elementsIn(element)) {
    if (child.name === name || child.name === "w:bookmarkStart" || child.name === "w:bookmarkEnd")
      yield child;
    else if (["w:sdt", "w:sdtContent", "w:ins", "w:moveTo", "w:customXml"].includes(child.name))
      yield* wrapped(child, name);
  }
}
