import { cellOf } from "@/core/document";
import type { Command, EditorState } from "prosemirror-state";
import { isInTable, selectedRect, toggleHeader } from "prosemirror-tables";

export {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  deleteColumn,
  deleteRow,
  mergeCells,
  splitCell,
} from "prosemirror-tables";
export { isInTable };

/** Makes the first row, or the first column, one of headers, or of plain cells again. */
export const toggleHeaderRow = toggleHeader("row");
export const toggleHeaderColumn = toggleHeader("column");

/** More than anybody reads as one table; every key in it would be felt. */
export const MAX_CELLS = 10_000;

/** The width of the selected columns in pixels: null where none is set, or not the same. */
export function columnWidth(state: EditorState): number | null {
  if (!isInTable(state)) return null;
  const { map, table, left, right } = selectedRect(state);
  const widths = new Set<number | null>();
  for (let column = left; column < right; column++) {
    const cell = table.nodeAt(map.map[column]!)!;
    const own = cellOf(cell).colwidth;
    widths.add(own?.[column - map.colCount(map.map[column]!)] ?? null);
  }
  return widths.size === 1 ? [...widths][0]! : null;
}

/** Sets the width of the selected columns in pixels; null leaves it to their words. */
export function setColumnWidth(width: number | null): Command {
  return (state, dispatch) => {
    if (!isInTable(state)) return false;
    const { map, table, tableStart, left, right } = selectedRect(state);
    const tr = state.tr;
    const done = new Set<number>();
    for (let row = 0; row < map.height; row++)
      for (let column = left; column < right; column++) {
        const at = map.map[row * map.width + column]!;
        if (done.has(at)) continue;
        done.add(at);
        const cell = table.nodeAt(at)!;
        const first = map.colCount(at);
        const span = cellOf(cell).colspan;
        const before = cellOf(cell).colwidth;
        const widths = Array.from({ length: span }, (_, i) =>
          first + i >= left && first + i < right ? width : (before?.[i] ?? null),
        );
        // A cell says the widths of all of its columns, or none.
        const whole = widths.every((it) => it !== null) ? widths : null;
        if (JSON.stringify(whole) !== JSON.stringify(before))
          tr.setNodeAttribute(tableStart + at, "colwidth", whole);
      }
    if (!tr.docChanged) return false;
    dispatch?.(tr);
    return true;
  };
}

/** Whether the table at the selection may grow by a row or column. */
export function mayGrow(state: EditorState): boolean {
  if (!isInTable(state)) return false;
  const { map } = selectedRect(state);
  return (map.width + 1) * (map.height + 1) <= MAX_CELLS;
}
