import { describe, expect, test } from "@jest/globals";
import { Transform } from "prosemirror-transform";
import { indexDocument } from "@/core/index";
import {
  checkDocumentFromOutside,
  createDocument,
  idOf,
  namedById,
  namedWithin,
  newId,
  schema,
  withId,
  type DestinationId,
} from "@/core/document";
import { allIds, mendedIds } from "@/core/steps";

const { nodes } = schema;
const said = (words: string) => nodes.paragraph.create(null, schema.text(words));
const figure = (caption: string, id: DestinationId | null = newId()) =>
  nodes.figure.create({ id, alt: "x" }, schema.text(caption));
const item = (...blocks: ReturnType<typeof said>[]) =>
  nodes.bullet_list.create(null, nodes.list_item.create(null, blocks));

describe("figures, tables and equations within other blocks", () => {
  test("are found where they stand, however deep", () => {
    const inner = figure("deep");
    const doc = createDocument([
      said("first"),
      item(said("one"), nodes.quotation.create(null, [said("q"), inner])),
    ]);
    const [found] = namedWithin(doc.child(1));
    const pos = doc.child(0).nodeSize + found!.offset;
    expect(doc.nodeAt(pos)).toBe(found!.node);
    expect(namedById(doc, idOf(inner)!)).toEqual({ node: inner, pos });
    expect(indexDocument(doc).destination(idOf(inner)!)).toMatchObject({
      kind: "figure",
      name: "deep",
      pos,
      block: 1,
    });
  });

  test("have ids from the beginning, each its own", () => {
    const id = newId();
    const doc = createDocument([
      item(said("a"), figure("one", id)),
      item(said("b"), figure("two", id), figure("three", null)),
    ]);
    expect(allIds(doc).size).toBe(5);
    expect(indexDocument(doc).figures.map(({ name }) => name)).toEqual(["one", "two", "three"]);
    expect(indexDocument(doc).figures[0]!.id).toBe(id);
  });

  test("are asked for ids of their own where a whole document comes from outside", () => {
    const id = newId();
    const outside = (...inner: ReturnType<typeof said>[]) =>
      schema.nodes.doc.create(null, withId(item(said("a"), ...inner), newId()));
    expect(() => checkDocumentFromOutside(outside(figure("one", id), figure("two", id)))).toThrow(
      "the same id",
    );
    expect(() => checkDocumentFromOutside(outside(figure("one", null)))).toThrow("has no id");
    expect(() => checkDocumentFromOutside(outside(figure("one"), figure("two")))).not.toThrow();
  });

  test("get ids from the authority where a step brings none, or those of others", () => {
    const doc = createDocument([item(said("a"), figure("one")), said("end")]);
    const size = doc.child(0).nodeSize;
    const copied = new Transform(doc).insert(size, doc.child(0).copy(doc.child(0).content)).doc;
    const mended = mendedIds(doc, copied)!;
    const after = mended.steps.reduce((now, step) => step.apply(now).doc!, copied);
    expect(allIds(after).size).toBe(5);
    expect(mended.ids).toEqual(allIds(after));
    expect(mendedIds(doc, after, allIds(doc))!.steps).toEqual([]);
    const bare = new Transform(doc).insert(size - 2, figure("late", null)).doc;
    expect(mendedIds(doc, bare)!.steps).toHaveLength(1);
    const typed = new Transform(doc).insert(3, schema.text("x")).doc;
    expect(mendedIds(doc, typed)).toBeNull();
  });

  test("are counted with all others, in order of place", () => {
    const table = nodes.table.create({ id: newId() }, [
      nodes.table_caption.create(),
      nodes.table_grid.create(
        null,
        nodes.table_row.create(null, nodes.table_cell.create(null, [said("c"), figure("in a cell")])),
      ),
    ]);
    const doc = createDocument([figure("first"), item(said("a"), figure("second"), table), figure("last")]);
    const index = indexDocument(doc);
    expect(index.figures.map(({ id }) => index.captions.get(id))).toEqual([
      "Figure 1",
      "Figure 2",
      "Figure 3",
      "Figure 4",
    ]);
    expect(index.figures.map(({ name }) => name)).toEqual(["first", "second", "in a cell", "last"]);
  });
});
