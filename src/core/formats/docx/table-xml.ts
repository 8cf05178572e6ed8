import type { Node } from "prosemirror-model";
import { cellOf, headerRows, isKind, type GridCell, type NodeAttributes } from "@/core/document";
import { writtenGrid } from "../office/written-grid";
import { blocksXml, outermost, type Place } from "./block-xml";
import { captionXml } from "./caption-xml";
import type { DocxOutput } from "./docx-output";
import { paragraphXml } from "./paragraph-xml";
import { STYLE_IDS } from "./style-ids";
import { twentieths } from "./styles-xml";

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
  const around = output.textWidth;
  const { rows, widths, total } = writtenGrid(grid, around - place.indent / 20);
  const heads = headerRows(grid);
  const written = rows.map((row, y) => rowXml(row, y, y < heads, widths, output));
  output.textWidth = around;
  const width =
    total === null
      ? '<w:tblW w:w="5000" w:type="pct"/>'
      : `<w:tblW w:w="${twentieths(total)}" w:type="dxa"/>`;
  const indent = place.indent ? `<w:tblInd w:w="${place.indent}" w:type="dxa"/>` : "";
  const columns = widths.map((column) => `<w:gridCol w:w="${twentieths(column)}"/>`);
  const table = `<w:tbl><w:tblPr><w:tblStyle w:val="TableGrid"/>${width}${indent}<w:tblLook w:val="0020"/></w:tblPr><w:tblGrid>${columns.join("")}</w:tblGrid>${written.join("")}</w:tbl>`;
  return output.placed(id, (caption && paragraphXml(settings, caption)) + table);
}

function rowXml(
  row: readonly GridCell[],
  y: number,
  isHead: boolean,
  widths: readonly number[],
  output: DocxOutput,
): string {
  const cells = row.map(({ node, row: begins, column, rowSpan, colSpan }) => {
    const width = widths.slice(column, column + colSpan).reduce((sum, one) => sum + one, 0);
    const merged = rowSpan === 1 ? "" : begins === y ? '<w:vMerge w:val="restart"/>' : "<w:vMerge/>";
    const settings = `<w:tcPr><w:tcW w:w="${twentieths(width)}" w:type="dxa"/>${colSpan > 1 ? `<w:gridSpan w:val="${colSpan}"/>` : ""}${merged}</w:tcPr>`;
    return `<w:tc>${settings}${begins === y ? wordsOf(node, width, output) : "<w:p/>"}</w:tc>`;
  });
  // A row without cells of its own needs one all the same.
  const content = cells.join("") || '<w:tc><w:tcPr><w:tcW w:w="0" w:type="auto"/></w:tcPr><w:p/></w:tc>';
  return `<w:tr>${isHead ? "<w:trPr><w:tblHeader/></w:trPr>" : ""}${content}</w:tr>`;
}

function wordsOf(cell: Node, width: number, output: DocxOutput): string {
  output.textWidth = width;
  const style = isKind(cell, "table_header") ? STYLE_IDS.head : STYLE_IDS.cell;
  const written = blocksXml(cell, { ...outermost(output), style, align: cellOf(cell).align }, output);
  // A cell ends with a paragraph.
  return written.endsWith("</w:p>") ? written : `${written}<w:p/>`;
}
