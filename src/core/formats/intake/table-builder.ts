import { Fragment, type Node } from "prosemirror-model";
import { isKind, schema, type Alignment } from "@/core/document";
import type { BlockStack } from "./block-stack";
import { trimmed } from "./inline-content";
import type { NamedAnchor } from "./named-places";
import { tableGrid, type CellDraft } from "./table-grid";

const { nodes } = schema;

interface OpenTable {
  rows: CellDraft[][];
  caption: Node[];
  anchors: NamedAnchor[];
  /** How many containers are open around it. */
  depth: number;
}

/** The tables that are open, one in a cell of the other. In a note, and too deep in others, their words are kept alone. */
export class TableBuilder {
  private readonly tables: OpenTable[] = [];
  /** How many tables are open that lie too deep to be any. */
  private tooDeep = 0;

  constructor(private readonly stack: BlockStack) {}

  /** How many are open. */
  get depth(): number {
    return this.tables.length;
  }

  open(): void {
    if (this.stack.inNote) return;
    if (this.tooDeep > 0 || this.stack.isFull()) {
      this.tooDeep++;
      return;
    }
    const { depth } = this.stack;
    this.tables.push({ rows: [], caption: [], anchors: this.stack.takePending(), depth });
  }

  openRow(): void {
    if (this.holdsCells) this.tables.at(-1)?.rows.push([]);
  }

  /** Opens a cell in the row that is open; false when no table is open. */
  openCell(
    header: boolean,
    colspan: number,
    rowspan: number,
    align: Alignment,
    colwidth: readonly number[] | null,
  ): boolean {
    const table = this.tables.at(-1);
    if (!table || !this.holdsCells) return false;
    if (table.rows.length === 0) table.rows.push([]);
    const cell: CellDraft = { header, colspan, rowspan, align, colwidth, children: [] };
    table.rows.at(-1)!.push(cell);
    this.stack.openCell(cell);
    return true;
  }

  closeCell(): void {
    if (this.holdsCells) this.stack.closeCell();
  }

  private get holdsCells(): boolean {
    return !this.stack.inNote && this.tooDeep === 0;
  }

  close(): void {
    const table = this.tables.at(-1);
    if (!table || this.stack.inNote) return;
    if (this.tooDeep > 0) {
      this.tooDeep--;
      return;
    }
    this.stack.closeTo(table.depth);
    this.tables.pop();
    const grid = tableGrid(table.rows, () => this.stack.countBlock());
    const caption = trimmed(table.caption);
    if (grid) {
      const node = nodes.table.create(null, [nodes.table_caption.create(null, caption), grid]);
      this.stack.placeNamed(node, table.anchors);
    } else if (caption.length > 0) this.stack.place(nodes.paragraph.create(null, caption));
  }

  closeAll(): void {
    this.tooDeep = 0;
    while (this.tables.length > 0) this.close();
  }

  /** Gives words to the innermost open table as its caption, and the anchors that stand in them to the table. */
  caption(inline: readonly Node[], anchors: readonly NamedAnchor[]): void {
    const table = this.tables.at(-1);
    table?.caption.push(...inline);
    table?.anchors.push(...anchors);
  }

  /** Gives words to the table that was placed last as its caption, if nothing stands between; whether it took them. */
  captionLast(inline: readonly Node[]): boolean {
    const { beside } = this.stack;
    const last = beside.at(-1);
    if (!last || !isKind(last, "table") || last.child(0).content.size > 0) return false;
    const captioned = Fragment.from([nodes.table_caption.create(null, inline), last.child(1)]);
    beside[beside.length - 1] = last.copy(captioned);
    return true;
  }
}
