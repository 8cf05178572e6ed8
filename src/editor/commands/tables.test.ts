import { describe, expect, test } from "@jest/globals";
import { CellSelection } from "prosemirror-tables";
import { Desk } from "#tests/editing";
import { schema } from "@/core/document";
import { emptyTable } from "./blocks";
import {
  addColumnAfter,
  columnWidth,
  mayGrow,
  mergeCells,
  setColumnWidth,
  splitCell,
  toggleHeaderColumn,
} from "./tables";

const desk = (rows = 3, columns = 3) => {
  const it = new Desk([emptyTable(rows, columns)]);
  return it.caret(cells(it)[0]!.pos + 2);
};

function cells(it: Desk) {
  const found: { pos: number; attrs: Record<string, unknown>; type: string }[] = [];
  it.doc.descendants((node, pos) => {
    if (/table_(cell|header)/.test(node.type.name))
      found.push({ pos, attrs: node.attrs, type: node.type.name });
  });
  return found;
}

describe("a table", () => {
  test("has cells merged and split, and a header column", () => {
    const it = desk();
    const all = cells(it);
    it.dispatch(it.state.tr.setSelection(CellSelection.create(it.doc, all[3]!.pos, all[7]!.pos)));
    expect(it.run(mergeCells)).toBe(true);
    expect(cells(it)[3]!.attrs).toMatchObject({ colspan: 2, rowspan: 2 });
    expect(it.run(splitCell)).toBe(true);
    expect(cells(it)).toHaveLength(9);
    it.caret(cells(it)[0]!.pos + 2);
    it.run(toggleHeaderColumn);
    expect(cells(it).filter(({ type }) => type === "table_header")).toHaveLength(5);
  });

  test("has the width of a column set for all of its cells, and left to the words again", () => {
    const it = desk();
    expect(columnWidth(it.state)).toBeNull();
    expect(it.run(setColumnWidth(140))).toBe(true);
    expect(columnWidth(it.state)).toBe(140);
    expect(cells(it).map(({ attrs }) => attrs.colwidth)).toEqual([
      [140],
      null,
      null,
      [140],
      null,
      null,
      [140],
      null,
      null,
    ]);
    expect(it.run(setColumnWidth(140))).toBe(false);
    it.run(setColumnWidth(null));
    expect(columnWidth(it.state)).toBeNull();
  });

  test("of ten thousand cells has no room for more", () => {
    expect(mayGrow(desk(99, 99).state)).toBe(true);
    const full = desk(100, 100);
    expect(mayGrow(full.state)).toBe(false);
    expect(full.run(addColumnAfter)).toBe(true);
  });
});

test("what stands outside a table has no column", () => {
  const it = new Desk([schema.nodes.paragraph.create()]);
  expect(it.run(setColumnWidth(100))).toBe(false);
  expect(columnWidth(it.state)).toBeNull();
});

test.each([[["120"]], [['1px"><script>']], [[-1]], [[1.5]], ["120"], [[99_999]]])(
  "widths of columns that are %j are none, and no document may hold them",
  (colwidth) => {
    const { table_cell, paragraph } = schema.nodes;
    expect(() => table_cell.create({ colwidth: colwidth as number[] }, paragraph.create())).toThrow(
      /colwidth/,
    );
  },
);
