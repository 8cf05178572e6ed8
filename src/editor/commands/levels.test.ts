import { describe, expect, test } from "@jest/globals";
import { AllSelection } from "prosemirror-state";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { schema } from "@/core/document";
import { proposedTitles, typedContents } from "@/core/structure";
import { emptyTable, setValueMark, toggle } from "./blocks";
import { currentLevel, makeStructure, setLevel } from "./levels";

const { nodes } = schema;

describe("giving a level", () => {
  test("keeps the block's id, its words and their marks", () => {
    const desk = new Desk([paragraph("Opening the dome"), paragraph("text")]);
    const [id] = desk.ids;
    desk.select("dome").run(toggle("emphasis"));
    expect(desk.run(setLevel(2))).toBe(true);
    expect(desk.doc.toString()).toBe('doc(heading("Opening the ", emphasis("dome")), paragraph("text"))');
    expect(desk.ids[0]).toBe(id);
    expect(currentLevel(desk.state)).toBe(2);
    desk.run(setLevel(0));
    expect(desk.doc.child(0).type).toBe(nodes.paragraph);
    expect(desk.ids[0]).toBe(id);
  });

  test("goes over all selected lines at once, and leaves lists and tables alone", () => {
    const desk = new Desk([paragraph("one"), list("two"), heading(3, "three"), emptyTable(2, 2)]);
    desk.dispatch(desk.state.tr.setSelection(new AllSelection(desk.doc)));
    expect(desk.run(setLevel(1))).toBe(true);
    expect(desk.index.headings.map(({ name, level }) => [name, level])).toEqual([
      ["one", 1],
      ["three", 1],
    ]);
    expect(desk.doc.child(1).type).toBe(nodes.bullet_list);
  });

  test("says that it does nothing where the level is there already, or where none can be", () => {
    const desk = new Desk([heading(2, "title"), list("item")]);
    expect(desk.select("title").run(setLevel(2))).toBe(false);
    expect(desk.select("item").run(setLevel(2))).toBe(false);
    expect(currentLevel(desk.state)).toBeNull();
  });

  test("takes off what made the whole line look like a title, and leaves what stands out in it", () => {
    const desk = new Desk([paragraph("Opening the dome"), paragraph("Closing it")]);
    desk.select("Opening the dome").run(toggle("strong"));
    desk.run(setValueMark("size", { percent: 150 }));
    desk.run(setLevel(1));
    desk.select("it").run(toggle("strong"));
    desk.run(setLevel(2));
    expect(desk.doc.toString()).toBe('doc(heading("Opening the dome"), heading("Closing ", strong("it")))');
  });
});

test("titles get their levels and the typed contents list becomes a living one, as one change that is undone whole", () => {
  const LONG =
    "Words that go on for a while, as the text of a section does, until there is enough of them to see. ";
  const desk = new Desk([
    paragraph("The tower ..... 3"),
    paragraph("The lamp ..... 5"),
    paragraph("The rope ..... 9"),
    ...["The tower", "The lamp", "The rope"].flatMap((title) => [paragraph(title), paragraph(LONG)]),
  ]);
  const { doc } = desk;
  const tr = makeStructure(desk.state.tr, proposedTitles(doc), typedContents(doc));
  const inverted = tr.steps.map((step, i) => step.invert(tr.docs[i]!)).reverse();
  desk.dispatch(tr);
  expect(desk.doc.child(0).type).toBe(nodes.contents_list);
  expect(desk.index.headings.map(({ name, level }) => [name, level])).toEqual([
    ["The tower", 1],
    ["The lamp", 1],
    ["The rope", 1],
  ]);
  expect(inverted.reduce((at, step) => step.apply(at).doc!, desk.doc).eq(doc)).toBe(true);
});

test("numbers that were typed before titles give way to numbers that are counted", () => {
  const text =
    "Words that go on for a while, as the text of a section does, until there is enough of them. ".repeat(2);
  const titles = ["1. The tower", "1.1 The lamp", "2. The rope", "Appendix A: The gate"];
  const desk = new Desk(titles.flatMap((title) => [paragraph(title), paragraph(text)]));
  const { doc } = desk;
  const tr = makeStructure(desk.state.tr, proposedTitles(doc), [], { counted: true });
  const inverted = tr.steps.map((step, i) => step.invert(tr.docs[i]!)).reverse();
  desk.dispatch(tr);
  const { headings, numbers } = desk.index;
  expect(headings.map(({ id, name }) => [numbers.get(id), name])).toEqual([
    ["1", "The tower"],
    ["1.1", "The lamp"],
    ["2", "The rope"],
    ["Appendix A", "The gate"],
  ]);
  expect(inverted.reduce((at, step) => step.apply(at).doc!, desk.doc).eq(doc)).toBe(true);
});
