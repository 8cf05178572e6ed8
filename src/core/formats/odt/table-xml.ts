import type { Node } from "prosemirror-model";
import { cellOf, headerRows, isKind, type GridCell, type NodeAttributes } from "@/core/document";
import { writtenGrid } from "../office/written-grid";
import { xmlAttribute } from "../xml/escape-xml";
import { blocksXml, outermost, paragraphXml, type Place } from "./block-xml";
import { captionXml } from "./caption-xml";
import type { OdtOutput } from "./odt-output";
import { STYLE_NAMES } from "./style-names";

/** The room between the words of a cell and its edges, both sides together, in points. */
const CELL_PADDING = 6;

/** A table with its caption above it (ISO 26300-1, 9.1). */
export function tableXml(
  node: Node,
  { id }: NodeAttributes["table"],
  place: Place,
  output: OdtOutput,
): string {
  const grid = node.child(1);
  const caption = captionXml(node.child(0), id, "table", output);
  const around = output.textWidth;
  const { rows, widths, total } = writtenGrid(grid, around - place.indent);
  const heads = headerRows(grid);
  const written = rows.map((row, y) => rowXml(row, y, widths, output));
  output.textWidth = around;
  const name = output.isPlace(id) ? output.names.nameOf(id) : `Table${output.next()}`;
  const columns = widths.map(
    (width) => `<table:table-column table:style-name="${output.automatic.ofColumn(width)}"/>`,
  );
  const head =
    heads > 0 ? `<table:table-header-rows>${written.slice(0, heads).join("")}</table:table-header-rows>` : "";
  const style = output.automatic.ofTable(total, place.indent);
  const table = `<table:table${xmlAttribute("table:name", name)} table:style-name="${style}">${columns.join("")}${head}${written.slice(heads).join("")}</table:table>`;
  const above =
    caption && paragraphXml(STYLE_NAMES.caption, caption, place, output, { "fo:keep-with-next": "always" });
  return output.placedBeside(id, above + table);
}

function rowXml(row: readonly GridCell[], y: number, widths: readonly number[], output: OdtOutput): string {
  const cells = row.map(({ node, row: begins, column, rowSpan, colSpan }) => {
    const covered = "<table:covered-table-cell/>";
    if (begins !== y) return covered.repeat(colSpan);
    output.textWidth =
      widths.slice(column, column + colSpan).reduce((sum, width) => sum + width, 0) - CELL_PADDING;
    const spans = `${colSpan > 1 ? ` table:number-columns-spanned="${colSpan}"` : ""}${rowSpan > 1 ? ` table:number-rows-spanned="${rowSpan}"` : ""}`;
    const style = isKind(node, "table_header") ? STYLE_NAMES.head : STYLE_NAMES.cell;
    const words = blocksXml(node, { ...outermost(output), style, align: cellOf(node).align }, output);
    return `<table:table-cell table:style-name="Cell" office:value-type="string"${spans}>${words}</table:table-cell>${covered.repeat(colSpan - 1)}`;
  });
  return `<table:table-row>${cells.join("") || "<table:table-cell/>"}</table:table-row>`;
}
