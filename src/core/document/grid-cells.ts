import { cellOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";

/** A cell in the grid of its table. */
export interface GridCell {
  readonly node: Node;
  readonly row: number;
  readonly column: number;
  /** Rows it covers, none beyond the end of the grid. */
  readonly rowSpan: number;
  readonly colSpan: number;
  /** Position before the cell, counted from the start of the grid. */
  readonly start: number;
}

/** The cells of a grid with the rows and columns they cover. */
export function gridCells(grid: Node): { cells: GridCell[]; columns: number } {
  const cells: GridCell[] = [];
  const taken: Set<number>[] = [];
  let columns = 0;
  let start = 1;
  grid.forEach((row, _offset, y) => {
    let x = 0;
    let at = start + 1;
    row.forEach((node) => {
      while (taken[y]?.has(x)) x++;
      const rowSpan = Math.min(cellOf(node).rowspan, grid.childCount - y);
      const colSpan = cellOf(node).colspan;
      for (let dy = 1; dy < rowSpan; dy++)
        for (let dx = 0; dx < colSpan; dx++) (taken[y + dy] ??= new Set()).add(x + dx);
      cells.push({ node, row: y, column: x, rowSpan, colSpan, start: at });
      x += colSpan;
      columns = Math.max(columns, x);
      at += node.nodeSize;
    });
    start += row.nodeSize;
  });
  return { cells, columns: Math.max(1, columns) };
}
