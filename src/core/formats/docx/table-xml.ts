import type { Node } from "prosemirror-model";
import { asKind, headerRows, isKind, type NodeAttributes } from "@/core/document";
import { blocksXml, type Place } from "./block-xml";
import { captionXml } from "./caption-xml";
import type { DocxOutput } from "./docx-output";
import { paragraphXml } from "./paragraph-xml";
import { STYLE_IDS } from "./style-ids";
import { twentieths } from "./styles-xml";

/** A cell, or what of one that goes on from the row above stands here. */
interface Slot {
  readonly cell: Node;
  readonly columns: number;
  readonly begins: boolean;
  readonly goesOn: boolean;
}

const TWENTIETHS_PER_PIXEL = 15;

/** A table with its caption above it (ISO 29500-1, 17.4). */
export function tableXml(
  node: Node,
  { id }: NodeAttributes["table"],
  place: Place,
  output: DocxOutput,
): string {
  const grid = node.child(1);
  const caption = captionXml(node.child(0), id, "table", output);
  const settings = { style: STYLE_IDS.caption, keepNext: true, indent: place.indent };
  const rows = slotsOf(grid);
  const widths = columnWidths(grid, rows, twentieths(output.textWidth) - place.indent);
  const heads = headerRows(grid);
  const around = output.textWidth;
  const written = rows.map((row, y) => rowXml(row, y < heads, widths, output));
  output.textWidth = around;
  const indent = place.indent ? `<w:tblInd w:w="${place.indent}" w:type="dxa"/>` : "";
  const table = `<w:tbl><w:tblPr><w:tblStyle w:val="TableGrid"/>${tableWidth(grid, widths)}${indent}<w:tblLook w:val="0020"/></w:tblPr><w:tblGrid>${widths.map((width) => `<w:gridCol w:w="${width}"/>`).join("")}</w:tblGrid>${written.join("")}</w:tbl>`;
  return output.placed(id, (caption && paragraphXml(settings, caption)) + table);
}

/** How wide a table is: as wide as the text where none of its columns says how wide it is. */
function tableWidth(grid: Node, widths: readonly number[]): string {
  let says = false;
  grid.forEach((row) => row.forEach((cell) => (says ||= spanOf(cell).colwidth !== null)));
  return says
    ? `<w:tblW w:w="${widths.reduce((sum, width) => sum + width, 0)}" w:type="dxa"/>`
    : '<w:tblW w:w="5000" w:type="pct"/>';
}

/** The rows of a grid with what stands in each column; cells that go over several rows stand in each of them. */
function slotsOf(grid: Node): Slot[][] {
  const rows: Slot[][] = [];
  /** By column, the cell that goes on from above, and over how many rows yet. */
  const open = new Map<number, { cell: Node; columns: number; left: number }>();
  grid.forEach((row) => {
    const slots: Slot[] = [];
    let column = 0;
    const takeOpen = () => {
      for (let above = open.get(column); above; above = open.get(column)) {
        slots.push({ cell: above.cell, columns: above.columns, begins: false, goesOn: above.left > 1 });
        if (--above.left === 0) open.delete(column);
        column += above.columns;
      }
    };
    row.forEach((cell) => {
      takeOpen();
      const { colspan, rowspan } = spanOf(cell);
      slots.push({ cell, columns: colspan, begins: true, goesOn: rowspan > 1 });
      if (rowspan > 1) open.set(column, { cell, columns: colspan, left: rowspan - 1 });
      column += colspan;
    });
    takeOpen();
    rows.push(slots);
  });
  return rows;
}

function spanOf(cell: Node): NodeAttributes["table_cell"] {
  return asKind(cell, "table_cell") ?? asKind(cell, "table_header")!;
}

/** The widths of columns: those that cells say, and what is left for the others. In twentieths of a point. */
function columnWidths(grid: Node, rows: readonly (readonly Slot[])[], room: number): number[] {
  const count = Math.max(1, ...rows.map((row) => row.reduce((sum, { columns }) => sum + columns, 0)));
  const said = new Array<number>(count).fill(0);
  for (const row of rows) {
    let column = 0;
    for (const { cell, columns, begins } of row) {
      const { colwidth } = spanOf(cell);
      if (begins && colwidth)
        colwidth.forEach((width, i) => {
          if (column + i < count) said[column + i] ||= width * TWENTIETHS_PER_PIXEL;
        });
      column += columns;
    }
  }
  const taken = said.reduce((sum, width) => sum + width, 0);
  const open = said.filter((width) => width === 0).length;
  const each = open > 0 ? Math.max(300, Math.floor((room - taken) / open)) : 0;
  return said.map((width) => width || each);
}

function rowXml(
  row: readonly Slot[],
  isHead: boolean,
  widths: readonly number[],
  output: DocxOutput,
): string {
  let column = 0;
  const cells = row.map(({ cell, columns, begins, goesOn }) => {
    const width = widths.slice(column, column + columns).reduce((sum, one) => sum + one, 0);
    column += columns;
    const merged = begins ? (goesOn ? '<w:vMerge w:val="restart"/>' : "") : "<w:vMerge/>";
    const settings = `<w:tcPr><w:tcW w:w="${width}" w:type="dxa"/>${columns > 1 ? `<w:gridSpan w:val="${columns}"/>` : ""}${merged}</w:tcPr>`;
    return `<w:tc>${settings}${begins ? wordsOf(cell, width, output) : "<w:p/>"}</w:tc>`;
  });
  // A row without cells of its own needs one all the same.
  const content = cells.join("") || '<w:tc><w:tcPr><w:tcW w:w="0" w:type="auto"/></w:tcPr><w:p/></w:tc>';
  return `<w:tr>${isHead ? "<w:trPr><w:tblHeader/></w:trPr>" : ""}${content}</w:tr>`;
}

function wordsOf(cell: Node, width: number, output: DocxOutput): string {
  output.textWidth = width / 20;
  const style = isKind(cell, "table_header") ? STYLE_IDS.head : STYLE_IDS.cell;
  const { align } = spanOf(cell);
  const place: Place = {
    style,
    size: output.sheet.styles.body.size,
    indent: 0,
    edge: null,
    align,
    depth: 0,
    item: null,
  };
  const written = blocksXml(cell, place, output);
  // A cell ends with a paragraph.
  return written.endsWith("</w:p>") ? written : `${written}<w:p/>`;
}
