import type { Node } from "prosemirror-model";
import type { Look } from "@/core/document";
import { headerRows } from "@/core/document";
import { captionStrips } from "./caption-strips";
import { columnWidths, gridCells, type GridCell } from "./column-widths";
import type { Composition } from "./composition";
import { heightOf, NO_GROUNDS, NO_NOTES, type CellPart, type SetNote, type Strip, type Tag } from "./flow";
import { childStrips } from "./inner-strips";

/** Words of tables are a little smaller than those around. */
const SMALLER = 0.93;
/** Columns of less than so many times the size of their words are narrow. */
const NARROW = 16;
const PADDING = { right: 10, top: 4, bottom: 4 };

/**
 * The strips of a table: its caption, then a strip for each row, or several for a row that is taller than a page. `repeated` tells
 * which of them are rows of headings, to stand again where the table goes on.
 */
export function tableStrips(
  table: Node,
  label: string,
  composition: Composition,
): { strips: Strip[]; repeated: readonly [number, number] | null } {
  const tag: Tag = { role: "Table", parent: null };
  const [caption, grid] = [table.child(0), table.child(1)];
  const strips = captionStrips(caption, 2, label, tag, composition);
  const captioned = strips.length;
  const heads = headerRows(grid);
  const rows = rowStrips(grid, 1 + caption.nodeSize, heads, tag, composition);
  const [first] = rows.strips;
  if (first && captioned > 0) rows.strips[0] = { ...first, gap: 4, free: false };
  strips.push(...rows.strips);
  const headHeight = heightOf(rows.strips.slice(0, rows.heads));
  return {
    strips: strips.map((strip, i) =>
      i > 0 && i <= captioned + rows.heads ? { ...strip, free: false } : strip,
    ),
    repeated:
      rows.heads > 0 && headHeight < composition.height / 3 ? [captioned, captioned + rows.heads] : null,
  };
}

function rowStrips(grid: Node, gridStart: number, heads: number, table: Tag, composition: Composition) {
  const look = { ...composition.sheet.styles.body, indent: 0 };
  const cellLook: Look = { ...look, size: look.size * SMALLER, align: "left" };
  const { cells, columns } = gridCells(grid);
  const widths = columnWidths(cells, columns, composition.width, PADDING.right, cellLook, composition);
  const lefts = widths.map((_, i) => widths.slice(0, i).reduce((sum, width) => sum + width, 0));
  const rowTags = Array.from({ length: grid.childCount }, (): Tag => ({ role: "TR", parent: table }));
  const set = cells.map((cell) =>
    setCell(cell, gridStart, lefts, widths, rowTags, cellLook, heads, composition),
  );
  const heights = rowHeights(set, grid.childCount);
  const strips: Strip[] = [];
  let headStrips = 0;
  const headHeight = heights.slice(0, heads).reduce((sum, height) => sum + height, 0);
  const room = composition.height - (headHeight < composition.height / 3 ? headHeight : 0) - 60;
  let start = gridStart + 1;
  for (let row = 0; row < grid.childCount; row++) {
    const begun = set.filter((cell) => cell.cell.row === row);
    const held = set.some(({ cell }) => cell.row < row && cell.row + cell.rowSpan > row);
    const line = row === heads - 1 ? 1.5 : 0.5;
    const parts = slices(begun, heights[row]!, room);
    parts.forEach((part, i) => {
      strips.push({
        gap: 0,
        height: part.height,
        free: i > 0 || (row > 0 && !held),
        start,
        notes: part.notes,
        content: {
          kind: "row",
          cells: part.cells,
          line: i === parts.length - 1 && !continues(set, row) ? line : 0,
          width: composition.width,
        },
        grounds: NO_GROUNDS,
        tag: rowTags[row]!,
      });
    });
    if (row < heads) headStrips = strips.length;
    start += grid.child(row).nodeSize;
  }
  return { strips, heads: headStrips };
}

interface SetCell {
  readonly cell: GridCell;
  readonly x: number;
  readonly width: number;
  readonly strips: readonly Strip[];
  readonly height: number;
}

function setCell(
  cell: GridCell,
  gridStart: number,
  lefts: readonly number[],
  widths: readonly number[],
  rows: readonly Tag[],
  look: Look,
  heads: number,
  composition: Composition,
): SetCell {
  const x = lefts[cell.column] ?? 0;
  const width = widths.slice(cell.column, cell.column + cell.colSpan).reduce((sum, own) => sum + own, 0);
  const header = cell.node.type.name === "table_header";
  const own = header ? { ...look, weight: 600 } : look;
  const strips = childStrips(
    cell.node,
    {
      x: 0,
      width: Math.max(8, width - PADDING.right),
      tag: {
        role: header ? "TH" : "TD",
        parent: rows[cell.row]!,
        ...(header ? { scope: cell.row < heads ? ("Column" as const) : ("Row" as const) } : {}),
        ...(cell.colSpan > 1 ? { colSpan: cell.colSpan } : {}),
        ...(cell.rowSpan > 1 ? { rowSpan: cell.rowSpan } : {}),
      },
      start: gridStart + cell.start + 1,
      look: own,
    },
    // Divided words fill a wide column, and make a narrow one hard to read.
    width < look.size * NARROW ? { ...composition, hyphenate: null } : composition,
    look.size * 0.4,
  );
  return { cell, x, width, strips, height: heightOf(strips) + PADDING.top + PADDING.bottom };
}

/** The height of each row; a cell over several rows makes the last of them higher where it needs more. */
function rowHeights(cells: readonly SetCell[], rows: number): number[] {
  const heights = new Array<number>(rows).fill(0);
  for (const { cell, height } of cells)
    if (cell.rowSpan === 1) heights[cell.row] = Math.max(heights[cell.row]!, height);
  for (const { cell, height } of cells) {
    if (cell.rowSpan === 1) continue;
    const covered = heights.slice(cell.row, cell.row + cell.rowSpan).reduce((sum, own) => sum + own, 0);
    if (height > covered) heights[cell.row + cell.rowSpan - 1]! += height - covered;
  }
  return heights;
}

/** Whether a cell that began in a row or before goes on in the next. */
function continues(cells: readonly SetCell[], row: number): boolean {
  return cells.some(({ cell }) => cell.row <= row && cell.row + cell.rowSpan > row + 1);
}

interface Slice {
  readonly height: number;
  readonly cells: CellPart[];
  readonly notes: readonly SetNote[];
}

/** A row as it is, or in parts that fit on a page each: every cell gives as many of its strips as there is room for. */
function slices(cells: readonly SetCell[], height: number, room: number): Slice[] {
  if (height <= room)
    return [
      slice(
        cells,
        cells.map(({ strips }) => [0, strips.length]),
        height,
      ),
    ];
  const parts: Slice[] = [];
  const from = cells.map(() => 0);
  while (cells.some(({ strips }, i) => from[i]! < strips.length)) {
    const ranges = cells.map(({ strips }, i): [number, number] => {
      let used = PADDING.top + PADDING.bottom;
      let to = from[i]!;
      while (to < strips.length) {
        const need = (to > from[i]! ? strips[to]!.gap : 0) + strips[to]!.height;
        if (used + need > room && to > from[i]!) break;
        used += need;
        to++;
      }
      return [from[i]!, to];
    });
    const tall = Math.max(
      ...cells.map(({ strips }, i) => heightOf(strips.slice(...ranges[i]!)) + PADDING.top + PADDING.bottom),
    );
    parts.push(slice(cells, ranges, tall));
    ranges.forEach(([, to], i) => (from[i] = to));
  }
  return parts;
}

function slice(
  cells: readonly SetCell[],
  ranges: readonly (readonly [number, number])[],
  height: number,
): Slice {
  const parts = cells.map(({ x, width, strips }, i) => ({
    x,
    y: PADDING.top,
    width,
    strips: strips.slice(...ranges[i]!),
  }));
  const notes = parts.flatMap(({ strips }) => strips.flatMap((strip) => [...strip.notes]));
  return { height, cells: parts, notes: notes.length > 0 ? notes : NO_NOTES };
}
