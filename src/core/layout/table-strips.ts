import type { Node } from "prosemirror-model";
import { gridCells, headerRows, isKind, type BlockLook, type GridCell } from "@/core/document";
import { captionStrips } from "./caption-strips";
import { columnWidths } from "./column-widths";
import type { Composition } from "./composition";
import {
  heightOf,
  NO_GROUNDS,
  NO_NOTES,
  stripLike,
  type CellPart,
  type SetNote,
  type Strip,
  type Tag,
} from "./flow";
import { OUTERMOST, type SetWithin } from "./inner-place";
import { unindented } from "./set-words";

/** Words of tables are a little smaller than those around. */
const SMALLER = 0.93;
/** Columns of less than so many times the size of their words are narrow. */
const NARROW = 16;
const PADDING = { right: 10, top: 4, bottom: 4 };

/**
 * The strips of a table: its caption, then a strip for each row, or several for a row that is taller than a page. `repeated` tells
 * which of them are rows of headings, to stand again where the table goes on. `setWithin` sets what stands in cells.
 */
export function tableStrips(
  table: Node,
  label: string,
  composition: Composition,
  setWithin: SetWithin,
  within = OUTERMOST,
): { strips: Strip[]; repeated: readonly [number, number] | null } {
  const tag: Tag = { role: "Table", parent: within.tag };
  const [caption, grid] = [table.child(0), table.child(1)];
  const strips = captionStrips(caption, within.start + 2, label, tag, composition);
  const captioned = strips.length;
  const heads = headerRows(grid);
  const rows = rowStrips(grid, within.start + 1 + caption.nodeSize, heads, tag, composition, setWithin);
  const [first] = rows.strips;
  if (first && captioned > 0) rows.strips[0] = stripLike(first, { gap: 4, free: false });
  strips.push(...rows.strips);
  const headHeight = heightOf(rows.strips.slice(0, rows.heads));
  return {
    strips: strips.map((strip, i) =>
      i > 0 && i <= captioned + rows.heads ? stripLike(strip, { free: false }) : strip,
    ),
    repeated:
      rows.heads > 0 && headHeight < composition.height / 3 ? [captioned, captioned + rows.heads] : null,
  };
}

function rowStrips(
  grid: Node,
  gridStart: number,
  heads: number,
  table: Tag,
  composition: Composition,
  setWithin: SetWithin,
) {
  const look = unindented(composition.sheet.styles.body);
  const cellLook: BlockLook = { ...look, size: look.size * SMALLER, align: "left" };
  const { cells, columns } = gridCells(grid);
  const widths = columnWidths(cells, columns, composition.width, PADDING.right, cellLook, composition);
  const how: TableSetting = {
    gridStart,
    widths,
    lefts: leftsOf(widths),
    rowTags: Array.from({ length: grid.childCount }, (): Tag => ({ role: "TR", parent: table })),
    cell: cellLook,
    header: { ...cellLook, weight: 600 },
    heads,
    composition,
    setWithin,
    undivided: { ...composition, hyphenate: null },
  };
  const set = cells.map((cell) => setCell(cell, how));
  const heights = rowHeights(set, grid.childCount);
  const strips: Strip[] = [];
  let headStrips = 0;
  let headHeight = 0;
  for (let row = 0; row < heads; row++) headHeight += heights[row]!;
  const room = composition.height - (headHeight < composition.height / 3 ? headHeight : 0) - 60;
  let start = gridStart + 1;
  let next = 0;
  /** The last row that a cell begun so far reaches into. */
  let reached = -1;
  for (let row = 0; row < grid.childCount; row++) {
    const complete = reached >= row;
    const begun: SetCell[] = [];
    for (; next < set.length && set[next]!.cell.row === row; next++) {
      begun.push(set[next]!);
      reached = Math.max(reached, row + set[next]!.cell.rowSpan - 1);
    }
    const parts = slices(begun, heights[row]!, room);
    // Between rows that a cell goes over there is no line.
    const line = reached > row ? 0 : row === heads - 1 ? 1.5 : 0.5;
    for (let i = 0; i < parts.length; i++) {
      const { height, cells: own, notes } = parts[i]!;
      strips.push({
        gap: 0,
        height,
        free: i > 0 || (row > 0 && !complete),
        start,
        notes,
        content: {
          kind: "row",
          cells: own,
          line: i === parts.length - 1 ? line : 0,
          width: composition.width,
        },
        grounds: NO_GROUNDS,
        tag: how.rowTags[row]!,
      });
    }
    if (row < heads) headStrips = strips.length;
    start += grid.child(row).nodeSize;
  }
  return { strips, heads: headStrips };
}

/** Where columns of some widths begin. */
function leftsOf(widths: Float64Array): Float64Array {
  const lefts = new Float64Array(widths.length);
  for (let i = 1; i < widths.length; i++) lefts[i] = lefts[i - 1]! + widths[i - 1]!;
  return lefts;
}

/** What all cells of a table are set by. */
interface TableSetting {
  readonly gridStart: number;
  readonly widths: Float64Array;
  readonly lefts: Float64Array;
  readonly rowTags: readonly Tag[];
  readonly cell: BlockLook;
  readonly header: BlockLook;
  /** How many rows at the top are headings. */
  readonly heads: number;
  readonly composition: Composition;
  readonly setWithin: SetWithin;
  /** Used for words that are not divided. */
  readonly undivided: Composition;
}

interface SetCell {
  readonly cell: GridCell;
  readonly x: number;
  readonly width: number;
  readonly strips: readonly Strip[];
  readonly height: number;
}

function setCell(cell: GridCell, how: TableSetting): SetCell {
  let width = 0;
  for (let i = 0; i < cell.colSpan; i++) width += how.widths[cell.column + i] ?? 0;
  const header = isKind(cell.node, "table_header");
  const look = header ? how.header : how.cell;
  const strips = how.setWithin(
    cell.node,
    {
      x: 0,
      width: Math.max(8, width - PADDING.right),
      tag: cellTag(cell, header, how),
      start: how.gridStart + cell.start + 1,
      look,
    },
    // Divided words fill a wide column, and make a narrow one hard to read.
    width < look.size * NARROW ? how.undivided : how.composition,
    look.size * 0.4,
  );
  const height = heightOf(strips) + PADDING.top + PADDING.bottom;
  return { cell, x: how.lefts[cell.column] ?? 0, width, strips, height };
}

function cellTag(cell: GridCell, header: boolean, { rowTags, heads }: TableSetting): Tag {
  const parent = rowTags[cell.row]!;
  const tag: Tag = header
    ? { role: "TH", parent, scope: cell.row < heads ? "Column" : "Row" }
    : { role: "TD", parent };
  return cell.colSpan > 1 || cell.rowSpan > 1
    ? {
        ...tag,
        ...(cell.colSpan > 1 ? { colSpan: cell.colSpan } : {}),
        ...(cell.rowSpan > 1 ? { rowSpan: cell.rowSpan } : {}),
      }
    : tag;
}

/** The height of each row; a cell over several rows makes the last of them higher where it needs more. */
function rowHeights(cells: readonly SetCell[], rows: number): Float64Array {
  const heights = new Float64Array(rows);
  for (const { cell, height } of cells)
    if (cell.rowSpan === 1) heights[cell.row] = Math.max(heights[cell.row]!, height);
  for (const { cell, height } of cells) {
    if (cell.rowSpan === 1) continue;
    const covered = heights.slice(cell.row, cell.row + cell.rowSpan).reduce((sum, own) => sum + own, 0);
    if (height > covered) heights[cell.row + cell.rowSpan - 1]! += height - covered;
  }
  return heights;
}

interface Slice {
  readonly height: number;
  readonly cells: CellPart[];
  readonly notes: readonly SetNote[];
}

/** A row as it is, or in parts that fit on a page each: every cell gives as many of its strips as there is room for. */
function slices(cells: readonly SetCell[], height: number, room: number): Slice[] {
  if (height <= room) return [slice(cells, (own) => own.strips, height)];
  const parts: Slice[] = [];
  const from = cells.map(() => 0);
  while (cells.some(({ strips }, i) => from[i]! < strips.length)) {
    const fit = new Map(cells.map((own, i) => [own, fitting(own.strips, from[i]!, room)]));
    const tall = Math.max(...[...fit.values()].map((strips) => heightOf(strips)));
    parts.push(slice(cells, (own) => fit.get(own)!, tall + PADDING.top + PADDING.bottom));
    cells.forEach((own, i) => (from[i]! += fit.get(own)!.length));
  }
  return parts;
}

/** The strips from one on that fit into a room; at least one where there is one. */
function fitting(strips: readonly Strip[], from: number, room: number): readonly Strip[] {
  let used = PADDING.top + PADDING.bottom;
  let to = from;
  while (to < strips.length) {
    const need = (to > from ? strips[to]!.gap : 0) + strips[to]!.height;
    if (used + need > room && to > from) break;
    used += need;
    to++;
  }
  return strips.slice(from, to);
}

function slice(
  cells: readonly SetCell[],
  stripsOf: (cell: SetCell) => readonly Strip[],
  height: number,
): Slice {
  const parts: CellPart[] = [];
  let notes: SetNote[] | null = null;
  for (const cell of cells) {
    const strips = stripsOf(cell);
    parts.push({ x: cell.x, y: PADDING.top, width: cell.width, strips });
    for (const strip of strips) if (strip.notes.length > 0) (notes ??= []).push(...strip.notes);
  }
  return { height, cells: parts.slice(), notes: notes ?? NO_NOTES };
}
