import type { Node } from "prosemirror-model";
import { asKind, headerRows, isKind, type NodeAttributes } from "@/core/document";
import { xmlAttribute } from "../xml/escape-xml";
import { blocksXml, paragraphXml, type Place } from "./block-xml";
import { captionXml } from "./caption-xml";
import type { OdtOutput } from "./odt-output";
import { STYLE_NAMES } from "./style-names";

const POINTS_PER_PIXEL = 0.75;

/** A table with its caption above it (ISO 26300-1, 9.1). */
export function tableXml(
  node: Node,
  { id }: NodeAttributes["table"],
  place: Place,
  output: OdtOutput,
): string {
  const grid = node.child(1);
  const caption = captionXml(node.child(0), id, "table", output);
  const { widths, total } = columnsOf(grid, output.textWidth - place.indent);
  const around = output.textWidth;
  const heads = headerRows(grid);
  /** By column, over how many rows yet a cell goes on from above. */
  const covered: number[] = [];
  const rows = grid.content.content.map((row) => rowXml(row, covered, widths, output));
  output.textWidth = around;
  const name = output.isPlace(id) ? output.names.nameOf(id) : `Table${output.next()}`;
  const columns = widths.map(
    (width) => `<table:table-column table:style-name="${output.automatic.ofColumn(width)}"/>`,
  );
  const head =
    heads > 0 ? `<table:table-header-rows>${rows.slice(0, heads).join("")}</table:table-header-rows>` : "";
  const style = output.automatic.ofTable(total, place.indent);
  const table = `<table:table${xmlAttribute("table:name", name)} table:style-name="${style}">${columns.join("")}${head}${rows.slice(heads).join("")}</table:table>`;
  const above =
    caption && paragraphXml(STYLE_NAMES.caption, caption, place, output, { "fo:keep-with-next": "always" });
  return output.placedBeside(id, above + table);
}

function spanOf(cell: Node): NodeAttributes["table_cell"] {
  return asKind(cell, "table_cell") ?? asKind(cell, "table_header")!;
}

/** The widths of the columns in points, and of all of them; null where no cell says one: they share the width of the text. */
function columnsOf(
  grid: Node,
  room: number,
): { readonly widths: readonly number[]; readonly total: number | null } {
  const said: number[] = [];
  const open: number[] = [];
  let count = 1;
  grid.forEach((row) => {
    let column = 0;
    const skip = () => {
      while ((open[column] ?? 0) > 0) {
        open[column]!--;
        column++;
      }
    };
    row.forEach((cell) => {
      skip();
      const { colspan, rowspan, colwidth } = spanOf(cell);
      for (let i = 0; i < colspan; i++) {
        said[column + i] ||= (colwidth?.[i] ?? 0) * POINTS_PER_PIXEL;
        if (rowspan > 1) open[column + i] = rowspan - 1;
      }
      column += colspan;
    });
    skip();
    count = Math.max(count, column);
  });
  const widths = Array.from({ length: count }, (_, i) => said[i] ?? 0);
  const taken = widths.reduce((sum, width) => sum + width, 0);
  const left = widths.filter((width) => width === 0).length;
  const each = left > 0 ? Math.max(15, (room - taken) / left) : 0;
  return { widths: widths.map((width) => width || each), total: taken > 0 ? taken + each * left : null };
}

function rowXml(row: Node, covered: number[], widths: readonly number[], output: OdtOutput): string {
  const cells: string[] = [];
  let column = 0;
  const cover = () => {
    while ((covered[column] ?? 0) > 0) {
      cells.push("<table:covered-table-cell/>");
      covered[column]!--;
      column++;
    }
  };
  row.forEach((cell) => {
    cover();
    const { colspan, rowspan, align } = spanOf(cell);
    output.textWidth = widths.slice(column, column + colspan).reduce((sum, width) => sum + width, 0) - 6;
    const spans = `${colspan > 1 ? ` table:number-columns-spanned="${colspan}"` : ""}${rowspan > 1 ? ` table:number-rows-spanned="${rowspan}"` : ""}`;
    const style = isKind(cell, "table_header") ? STYLE_NAMES.head : STYLE_NAMES.cell;
    const place: Place = {
      style,
      size: output.sheet.styles.body.size,
      indent: 0,
      edge: null,
      align,
      depth: 0,
    };
    cells.push(
      `<table:table-cell table:style-name="Cell" office:value-type="string"${spans}>${blocksXml(cell, place, output)}</table:table-cell>`,
    );
    for (let i = 0; i < colspan; i++) {
      if (rowspan > 1) covered[column + i] = rowspan - 1;
      if (i > 0) cells.push("<table:covered-table-cell/>");
    }
    column += colspan;
  });
  cover();
  return `<table:table-row>${cells.join("") || "<table:table-cell/>"}</table:table-row>`;
}
