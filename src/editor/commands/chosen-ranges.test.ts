import { expect, test } from "@jest/globals";
import { EditorState } from "prosemirror-state";
import { CellSelection } from "prosemirror-tables";
import { indexDocument } from "@/core/index";
import { createDocument, isKind, schema } from "@/core/document";
import { addBookmarkOn, proposedName } from "./bookmarks";
import { chosenRanges } from "./chosen-ranges";
import { linkRange } from "./links";

const { nodes } = schema;
const cell = (words: string) =>
  nodes.table_cell.create(null, nodes.paragraph.create(null, words ? schema.text(words) : null));
const table = (...rows: string[][]) =>
  nodes.table.create(null, [
    nodes.table_caption.create(),
    nodes.table_grid.create(
      null,
      rows.map((row) => nodes.table_row.create(null, row.map(cell))),
    ),
  ]);

/** A table whose cells of the second column are chosen. */
function columnChosen(...rows: string[][]) {
  const doc = createDocument([table(...rows)]);
  const cells: number[] = [];
  doc.descendants((node, pos) => {
    if (isKind(node, "table_cell")) cells.push(pos);
  });
  const state = EditorState.create({ doc });
  return state.apply(state.tr.setSelection(CellSelection.create(doc, cells[1]!, cells.at(-1)!)));
}

test("chosen cells become a bookmark on their words, and on no others", () => {
  const state = columnChosen(["a", "lamp"], ["b", "rope"], ["c", "gate"]);
  expect(chosenRanges(state.selection)).toHaveLength(3);
  expect(proposedName(state, indexDocument(state.doc))).toBe("lamp rope gate");
  const tr = state.tr;
  const id = addBookmarkOn(tr, state.selection, "Column");
  const bookmark = indexDocument(tr.doc).bookmarks.find((one) => one.id === id);
  expect(bookmark).toMatchObject({ shape: "range", text: "lamp rope gate" });
});

test("all chosen cells are tied, each with its words", () => {
  const state = columnChosen(["a", "lamp"], ["b", "rope"]);
  const target = { kind: "web", url: "https://a.example" } as const;
  const tr = chosenRanges(state.selection).reduce(
    (it, { from, to }) => linkRange(it, from, to, target),
    state.tr,
  );
  expect(indexDocument(tr.doc).links.map(({ text }) => text)).toEqual(["lamp", "rope"]);
});

test("chosen cells without a word become a bookmark on their table", () => {
  const state = columnChosen(["a", ""], ["b", ""]);
  const tr = state.tr;
  const id = addBookmarkOn(tr, state.selection, "Empty");
  expect(indexDocument(tr.doc).bookmarks.find((one) => one.id === id)?.shape).toBe("block");
});
