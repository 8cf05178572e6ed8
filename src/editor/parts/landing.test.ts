import { expect, test } from "@jest/globals";
import { NodeSelection } from "prosemirror-state";
import { indexDocument } from "@/core/index";
import { createDocument, newId, schema } from "@/core/document";
import { selectionAt } from "./landing";

const { nodes } = schema;
const said = (words: string) => nodes.paragraph.create(null, schema.text(words));
const table = () =>
  nodes.table.create({ id: newId() }, [
    nodes.table_caption.create(null, schema.text("caption")),
    nodes.table_grid.create(null, nodes.table_row.create(null, nodes.table_cell.create(null, said("cell")))),
  ]);

test.each([
  ["directly in the document", (inner: ReturnType<typeof table>) => [inner]],
  [
    "in an item",
    (inner: ReturnType<typeof table>) => [
      nodes.bullet_list.create(null, nodes.list_item.create(null, [said("a"), inner, said("b")])),
    ],
  ],
])("one lands on an equation as a whole, in the caption of a figure and of a table, %s", (_where, around) => {
  const equation = createDocument(around(nodes.equation.create({ id: newId(), tex: "x" })));
  const at = selectionAt(equation, indexDocument(equation).equations[0]!.pos);
  expect(at instanceof NodeSelection && at.node.type.name).toBe("equation");
  const figure = createDocument(
    around(nodes.figure.create({ id: newId(), alt: "x" }, schema.text("caption"))),
  );
  expect(selectionAt(figure, indexDocument(figure).figures[0]!.pos).$from.parent.type.name).toBe("figure");
  const tabled = createDocument(around(table()));
  expect(selectionAt(tabled, indexDocument(tabled).tables[0]!.pos).$from.parent.type.name).toBe(
    "table_caption",
  );
});
