import type { Node } from "prosemirror-model";
import {
  asKind,
  byKind,
  cellElement,
  headerRows,
  lineOf,
  type ByKind,
  type NodeAttributes,
} from "@/core/document";
import { labelHtml, type BlockFrame } from "./block-frame";
import { escapeHtml } from "./escape";
import { inlineHtml } from "./inline-html";

/** A table in a frame, so that a wide one can be moved to and fro on a screen. */
export function tableHtml(node: Node, { id }: NodeAttributes["table"], frame: BlockFrame): string {
  const { own, aliases, output } = frame;
  const caption = node.child(0);
  const grid = node.child(1);
  const heads = headerRows(grid);
  let head = "";
  let body = "";
  grid.forEach((row, _offset, y) => {
    let html = "";
    row.forEach((cell) => (html += byKind(CELLS, cell, y < heads, frame)));
    if (y < heads) head += `<tr>${html}</tr>`;
    else body += `<tr>${html}</tr>`;
  });
  const label = id ? output.index.captions.get(id) : undefined;
  const captionHtml =
    caption.content.size > 0 || aliases || label
      ? `<caption>${aliases}${labelHtml(label, caption.content.size > 0 ? ". " : "")}${inlineHtml(caption, output)}</caption>`
      : "";
  const thead = head ? `<thead>${head}</thead>` : "";
  const tbody = body ? `<tbody>${body}</tbody>` : "";
  const called = [label, lineOf(caption)].filter(Boolean).join(". ");
  // One that is wider than the screen is moved to and fro by keys.
  const named = called ? ` aria-label="${escapeHtml(called)}"` : "";
  return `<div class="table-frame" tabindex="0" role="group"${named}><table${own}>${captionHtml}${thead}${tbody}</table></div>`;
}

const CELLS: ByKind<"table_cell" | "table_header", [inHead: boolean, frame: BlockFrame], string> = {
  table_cell: (cell, attributes, _inHead, frame) =>
    `<td${spanAttributes(attributes)}>${wordsOf(cell, frame)}</td>`,
  table_header: (cell, attributes, inHead, frame) =>
    `<th scope="${inHead ? "col" : "row"}"${spanAttributes(attributes)}>${wordsOf(cell, frame)}</th>`,
};

function spanAttributes(attributes: NodeAttributes["table_cell"]): string {
  return Object.entries(cellElement(attributes))
    .map(([name, value]) => ` ${name}="${escapeHtml(value)}"`)
    .join("");
}

/** A cell of one plain paragraph needs no paragraph element. */
function wordsOf(cell: Node, { output, within }: BlockFrame): string {
  const only = cell.childCount === 1 ? asKind(cell.child(0), "paragraph") : null;
  return only && !only.align && !only.style ? inlineHtml(cell.child(0), output) : within(cell);
}
