import type { Node } from "prosemirror-model";
import { schema, type Alignment } from "@/core/document";

/** A cell as a file has it, before the table is made whole. */
export interface CellDraft {
  header: boolean;
  colspan: number;
  rowspan: number;
  align: Alignment;
  /** Widths of the columns it covers, in pixels; null where the file says none. */
  colwidth: readonly number[] | null;
  children: readonly Node[];
}

const { table_grid, table_row, table_cell, table_header, paragraph } = schema.nodes;
const MAX_COLUMNS = 1_000;

/**
 * Makes a rectangular grid of rows as files have them: spans are cut where they run over the table's foot or into a cell
 * that stands there already, and short rows are filled with empty cells, of each of which `onEmpty` is told. Null when there is no cell
 * at all.
 */
export function tableGrid(
  rows: readonly (readonly CellDraft[])[],
  onEmpty: () => void = () => {},
): Node | null {
  const filled = rows.filter((row) => row.length > 0);
  if (filled.length === 0) return null;
  const taken: boolean[][] = filled.map(() => []);
  const placed: { cell: CellDraft; colspan: number; rowspan: number }[][] = filled.map(() => []);
  filled.forEach((row, y) => {
    let x = 0;
    for (const cell of row) {
      while (taken[y]![x]) x++;
      if (x >= MAX_COLUMNS) break;
      let colspan = 1;
      while (colspan < cell.colspan && x + colspan < MAX_COLUMNS && !taken[y]![x + colspan]) colspan++;
      const rowspan = Math.min(cell.rowspan, filled.length - y);
      for (let dy = 0; dy < rowspan; dy++) for (let dx = 0; dx < colspan; dx++) taken[y + dy]![x + dx] = true;
      placed[y]!.push({ cell, colspan, rowspan });
      x += colspan;
    }
  });
  const width = Math.max(...taken.map((row) => row.length));
  return table_grid.create(
    null,
    placed.map((row, y) => {
      const cells = row.map(({ cell, colspan, rowspan }) => cellNode(cell, colspan, rowspan));
      const missing = width - taken[y]!.filter(Boolean).length;
      const header = row.length > 0 && row.every(({ cell }) => cell.header);
      for (let i = 0; i < missing; i++) {
        onEmpty();
        cells.push(cellNode({ ...EMPTY_CELL, header }, 1, 1));
      }
      return table_row.create(null, cells);
    }),
  );
}

const EMPTY_CELL: CellDraft = {
  header: false,
  colspan: 1,
  rowspan: 1,
  align: null,
  colwidth: null,
  children: [],
};

function cellNode(cell: CellDraft, colspan: number, rowspan: number): Node {
  const children = cell.children.length > 0 ? cell.children : [paragraph.create()];
  const colwidth = cell.colwidth?.length === colspan ? cell.colwidth : null;
  return (cell.header ? table_header : table_cell).create(
    { colspan, rowspan, align: cell.align, colwidth },
    children,
  );
}
