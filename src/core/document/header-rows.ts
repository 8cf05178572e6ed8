import { isKind } from "@/core/kinds";
import type { Node } from "prosemirror-model";

/** How many rows at the top of a table's grid hold header cells only. */
export function headerRows(grid: Node): number {
  let rows = 0;
  while (rows < grid.childCount) {
    const row = grid.child(rows);
    let all = row.childCount > 0;
    row.forEach((cell) => (all &&= isKind(cell, "table_header")));
    if (!all) break;
    rows++;
  }
  return rows;
}
