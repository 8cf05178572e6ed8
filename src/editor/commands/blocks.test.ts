import { describe, expect, test } from "@jest/globals";
import { AllSelection, NodeSelection } from "prosemirror-state";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { newId, schema, withId } from "@/core/document";
import {
  align,
  currentKind,
  emptyTable,
  hasMark,
  insertBlock,
  setValueMark,
  toggle,
  toggleCodeBlock,
  toggleList,
  toggleQuotation,
} from "./blocks";

const { nodes, marks } = schema;

describe("kinds of block", () => {
  test("a list is made and unmade", () => {
    const desk = new Desk([paragraph("one"), paragraph("two")]);
    desk.select("one").run(toggleList("ordered_list"));
    expect(desk.doc.toString()).toBe('doc(ordered_list(list_item(paragraph("one"))), paragraph("two"))');
    expect(currentKind(desk.state)).toBe("ordered_list");
    desk.run(toggleList("ordered_list"));
    expect(desk.doc.toString()).toBe('doc(paragraph("one"), paragraph("two"))');
  });

  test("a quotation and code likewise", () => {
    const desk = new Desk([paragraph("one")]);
    desk.select("one").run(toggleQuotation);
    expect(desk.doc.toString()).toBe('doc(quotation(paragraph("one")))');
    desk.run(toggleQuotation);
    desk.run(toggleCodeBlock);
    expect(desk.doc.toString()).toBe('doc(code_block("one"))');
    desk.run(toggleCodeBlock);
    expect(desk.doc.toString()).toBe('doc(paragraph("one"))');
  });

  test("code keeps links, notes and bookmarks, and the letters of all that cannot stand in it", () => {
    const link = schema.marks.link.create({ target: { kind: "web", url: "https://lamp.example/" } });
    const words = () =>
      nodes.paragraph.create(null, [
        schema.text("lamp", [link, schema.marks.code.create()]),
        nodes.hard_break.create(),
        nodes.formula.create({ tex: "x^2" }),
        nodes.bookmark_point.create({ id: "p" }),
        nodes.note.create({ place: "foot" }, schema.text("Said.")),
      ]);
    const made = 'code_block(link("lamp"), "\\nx^2", bookmark_point, note("Said."))';
    const desk = new Desk([words()]).select("lamp");
    desk.run(toggleCodeBlock);
    expect(desk.doc.toString()).toBe(`doc(${made})`);
    const inner = new Desk([nodes.quotation.create(null, words())]).select("lamp");
    inner.run(toggleCodeBlock);
    expect(inner.doc.toString()).toBe(`doc(quotation(${made}))`);
  });

  test("alignment goes over what is selected", () => {
    const desk = new Desk([heading(1, "one"), paragraph("two")]);
    desk.dispatch(desk.state.tr.setSelection(new AllSelection(desk.doc)));
    expect(desk.run(align("center"))).toBe(true);
    expect(desk.doc.content.content.map((block) => block.attrs.align as unknown)).toEqual([
      "center",
      "center",
    ]);
  });
});

describe("putting a block in", () => {
  test("stands before the first letter of the document where the caret does", () => {
    const desk = new Desk([paragraph("one"), paragraph("two")]);
    desk.select("one", { empty: true }).run(insertBlock(nodes.contents_list.create()));
    expect(desk.doc.toString()).toBe('doc(contents_list, paragraph("one"), paragraph("two"))');
  });

  test("stands after the block of the caret, with a line to go on writing", () => {
    const desk = new Desk([paragraph("zero"), paragraph("one"), paragraph("two")]);
    desk.select("one", { empty: true }).run(insertBlock(nodes.contents_list.create()));
    expect(desk.doc.toString()).toBe(
      'doc(paragraph("zero"), paragraph("one"), contents_list, paragraph("two"))',
    );
    expect(desk.state.selection).toBeInstanceOf(NodeSelection);
    desk.select("two", { empty: true }).run(insertBlock(nodes.rule.create()));
    expect(desk.doc.toString()).toBe(
      'doc(paragraph("zero"), paragraph("one"), contents_list, paragraph("two"), rule, paragraph)',
    );
  });

  test("takes the place of an empty line", () => {
    const desk = new Desk([paragraph("one"), paragraph(), paragraph("two")]);
    const pos = desk.doc.child(0).nodeSize + 1;
    desk.dispatch(desk.state.tr.setSelection(NodeSelection.near(desk.doc.resolve(pos)) as never));
    desk.run(insertBlock(emptyTable(3, 2)));
    expect(desk.doc.childCount).toBe(3);
    const grid = desk.doc.child(1).child(1);
    expect(grid.childCount).toBe(3);
    expect(grid.child(0).child(0).type).toBe(nodes.table_header);
    expect(grid.child(2).child(1).type).toBe(nodes.table_cell);
  });

  test("stays in the item, quotation or cell where it may stand there, else goes out of it first", () => {
    const desk = new Desk([list("item", "other"), paragraph("end")]);
    desk.select("item", { empty: true }).run(insertBlock(nodes.figure.create({ id: newId(), alt: "x" })));
    expect(desk.doc.toString()).toBe(
      'doc(bullet_list(list_item(paragraph("item"), figure, paragraph), list_item(paragraph("other"))), paragraph("end"))',
    );
    // It has an id at once, and the number of a figure.
    expect(desk.index.figures).toMatchObject([{ block: 0 }]);
    desk.select("other", { empty: true }).run(insertBlock(nodes.rule.create()));
    expect(desk.doc.content.content.map((block) => block.type.name)).toEqual([
      "bullet_list",
      "rule",
      "paragraph",
    ]);
  });

  test("as a table in a cell of a table has its own cells", () => {
    const desk = new Desk([nodes.quotation.create(null, nodes.paragraph.create())]);
    for (const columns of [2, 1]) desk.run(insertBlock(withId(emptyTable(2, columns), newId())));
    desk.doc.check();
    expect(desk.index.tables.map(({ block }) => block)).toEqual([0, 0]);
    expect([...desk.index.captions.values()]).toEqual(["Table 1", "Table 2"]);
  });
});

describe("marks", () => {
  test("are told of the selection, or of what is typed next", () => {
    const desk = new Desk([paragraph("plain bold")]);
    desk.select("bold").run(toggle("strong"));
    expect(hasMark(desk.state, marks.strong)).not.toBeNull();
    desk.select("plain");
    expect(hasMark(desk.state, marks.strong)).toBeNull();
    desk.select("ol", { empty: true });
    expect(hasMark(desk.state, marks.strong)).not.toBeNull();
    desk.run(toggle("emphasis"));
    expect(hasMark(desk.state, marks.emphasis)).not.toBeNull();
  });

  test("of colour and size replace each other and are taken off", () => {
    const desk = new Desk([paragraph("some words")]);
    desk.select("some").run(setValueMark("colour", { colour: "#0e5a5e" }));
    desk.run(setValueMark("colour", { colour: "#6b3f69" }));
    desk.run(setValueMark("size", { percent: 125 }));
    expect(
      desk.doc
        .child(0)
        .child(0)
        .marks.map((mark) => mark.attrs),
    ).toEqual([{ colour: "#6b3f69" }, { percent: 125 }]);
    desk.run(setValueMark("colour", null));
    desk.run(setValueMark("size", null));
    expect(desk.doc.child(0).childCount).toBe(1);
    expect(desk.select("some", { empty: true }).run(setValueMark("size", { percent: 125 }))).toBe(false);
  });
});
