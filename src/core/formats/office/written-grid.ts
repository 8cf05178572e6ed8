import type { Node } from "prosemirror-model";
import { cellOf, gridCells, type GridCell } from "@/core/document";
import { POINTS_PER_PIXEL } from "./own-size";

/** A table's grid as files of word processors write it. Lengths are points. */
export interface WrittenGrid {
  /** The cells that stand in each row, from left to right; one that covers several rows stands in each of them. */
  readonly rows: readonly (readonly GridCell[])[];
  /** The widths of the columns. */
  readonly widths: readonly number[];
  /** The width of the table; null if no column has a width of its own, so that they share that of the text. */
  readonly total: number | null;
}

/** The least width of a column that has none of its own. */
const MIN_COLUMN = 15;

/** `room`: the width of the text around the table. */
export function writtenGrid(grid: Node, room: number): WrittenGrid {
  const { cells, columns } = gridCells(grid);
  const rows = Array.from({ length: grid.childCount }, (): GridCell[] => []);
  for (const cell of cells)
    for (let row = cell.row; row < cell.row + cell.rowSpan; row++) rows[row]!.push(cell);
  for (const row of rows) row.sort((one, other) => one.column - other.column);
  const widths = widthsOf(cells, columns, room);
  return { rows, ...widths };
}

function widthsOf(
  cells: readonly GridCell[],
  columns: number,
  room: number,
): Pick<WrittenGrid, "widths" | "total"> {
  const chosen = new Array<number>(columns).fill(0);
  for (const { node, column } of cells)
    cellOf(node).colwidth?.forEach((pixels, i) => {
      if (column + i < columns) chosen[column + i] ||= pixels * POINTS_PER_PIXEL;
    });
  const taken = sum(chosen);
  const open = chosen.filter((width) => width === 0).length;
  const each = open > 0 ? Math.max(MIN_COLUMN, (room - taken) / open) : 0;
  const widths = chosen.map((width) => width || each);
  return { widths, total: taken > 0 ? sum(widths) : null };
}

function sum(lengths: readonly number[]): number {
  return lengths.reduce((all, length) => all + length, 0);
}
