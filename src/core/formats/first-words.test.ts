import { expect, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { createDocument, newId, schema, type DestinationId } from "@/core/document";
import { firstWordsOf } from "./first-words";

const { nodes } = schema;

test("a table begins with its caption, or with the first word in it where it has none", () => {
  const cell = (words: string) =>
    nodes.table_cell.create(null, nodes.paragraph.create(null, words === "" ? null : schema.text(words)));
  const begins = (caption: string) => {
    const doc = createDocument([
      nodes.table.create({ id: newId() }, [
        nodes.table_caption.create(null, caption === "" ? null : schema.text(caption)),
        nodes.table_grid.create(
          null,
          nodes.table_row.create(null, [cell(""), cell("reboot signaling"), cell("in a narrow column")]),
        ),
      ]),
    ]);
    const index = indexDocument(doc);
    return firstWordsOf(index.tables[0]!, index);
  };
  expect(begins("Signs of a reboot")).toEqual({ words: "Signs of a reboot", where: "below" });
  expect(begins("")).toEqual({ words: "reboot", where: "below" });
});

test("words in a cell stand in the first line of the row where the cell begins with them, else somewhere below", () => {
  const point = (id: DestinationId) => nodes.bookmark_point.create({ id });
  const [first, later, second] = [newId(), newId(), newId()] as const;
  const cell = nodes.table_cell.create(null, [
    nodes.paragraph.create(null, [
      point(first),
      schema.text("Dew on the "),
      point(later),
      schema.text("corrector"),
    ]),
    nodes.paragraph.create(null, [point(second), schema.text("or frost")]),
  ]);
  const doc = createDocument([
    nodes.table.create(null, [
      nodes.table_caption.create(),
      nodes.table_grid.create(null, nodes.table_row.create(null, cell)),
    ]),
    nodes.paragraph.create(null, [schema.text("A lamp, "), schema.text("lit")]),
  ]);
  const index = indexDocument(doc);
  const where = (id: DestinationId) => {
    let at = -1;
    doc.descendants((node, pos) => {
      if (node.eq(point(id))) at = pos;
    });
    return firstWordsOf({ kind: "words", name: "", pos: at, end: at + 1, block: 0 }, index);
  };
  expect(where(first)).toEqual({ words: "Dew on the corrector", where: "line" });
  expect(where(later)).toEqual({ words: "corrector", where: "below" });
  expect(where(second)).toEqual({ words: "or frost", where: "below" });
});
