import type { BlockContent, TableRow } from "mdast";
import type { Node } from "prosemirror-model";
import { asKind, cellOf, headerRows, isKind, type NodeAttributes } from "@/core/document";
import { inlineMarkdown } from "./inline-markdown";
import { asHtml } from "./as-html";
import { mapChildren, type MarkdownOutput } from "./markdown-output";

/** A plain table as Markdown has it, with its caption after it; any other as HTML. */
export function tableMarkdown(
  node: Node,
  { id }: NodeAttributes["table"],
  pos: number,
  output: MarkdownOutput,
): BlockContent[] {
  const [caption, grid] = [node.child(0), node.child(1)];
  const gridPos = pos + 1 + caption.nodeSize;
  if (!isPlain(grid)) return [asHtml(node, output)];
  const rows = mapChildren(grid, gridPos + 1, (row, rowPos): TableRow => ({
    type: "tableRow",
    children: mapChildren(row, rowPos + 1, (cell, cellPos) => ({
      type: "tableCell",
      children: inlineMarkdown(cell.child(0), cellPos + 2, output),
    })),
  }));
  const align = mapChildren(grid.child(0), 0, (cell) => {
    const { align } = cellOf(cell);
    // A table has no sign for it.
    return align === "justify" ? null : align;
  });
  const content: BlockContent[] = [...output.anchorBefore(id), { type: "table", align, children: rows }];
  if (caption.content.size > 0)
    content.push({
      type: "paragraph",
      children: [{ type: "text", value: "Table: " }, ...inlineMarkdown(caption, pos + 2, output)],
    });
  return content;
}

/** Markdown tables have one header row and cells of one line. */
function isPlain(grid: Node): boolean {
  if (headerRows(grid) !== 1) return false;
  return grid.content.content.every((row, y) =>
    row.content.content.every((cell) => (y === 0 || !isKind(cell, "table_header")) && isPlainCell(cell)),
  );
}

function isPlainCell(cell: Node): boolean {
  const { colspan, rowspan, colwidth } = cellOf(cell);
  const only = cell.childCount === 1 ? asKind(cell.child(0), "paragraph") : null;
  if (!only || only.align || only.style || colspan !== 1 || rowspan !== 1 || colwidth) return false;
  return !cell.child(0).content.content.some((child) => isKind(child, "hard_break"));
}
