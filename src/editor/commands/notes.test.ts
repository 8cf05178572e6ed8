import { describe, expect, test } from "@jest/globals";
import { NodeSelection } from "prosemirror-state";
import { Desk, heading, paragraph } from "#tests/editing";
import { schema } from "@/core/document";
import { occurrencesOf } from "@/core/find";
import { selectionOf } from "../parts/landing";
import { insertEquation, insertFormula, setTex } from "./equations";
import { insertNote, setNotePlace } from "./notes";
import { replaceWords } from "./replace-words";

const { nodes } = schema;
const SOUGHT = { words: "lamp", how: "words", matchCase: false, accents: true, wholeWords: false } as const;

function withNote(): Desk {
  const note = nodes.note.create({ place: "foot" }, schema.text("The lamp of the lamp room."));
  return new Desk([
    heading(1, "A lamp"),
    nodes.paragraph.create(null, [schema.text("Its lamp"), note, schema.text(" burns.")]),
  ]);
}

describe("a note", () => {
  test("is put in after what is chosen, and chosen itself; into code as well", () => {
    const desk = new Desk([paragraph("words here")]).select("words");
    expect(desk.run(insertNote("foot"))).toBe(true);
    expect(desk.doc.toString()).toBe('doc(paragraph("words", note, " here"))');
    const { selection } = desk.state;
    expect(selection instanceof NodeSelection && selection.node.type.name).toBe("note");
    desk.run(setNotePlace(selection.from, "end"));
    expect(desk.index.notes).toMatchObject([{ place: "end", number: 1 }]);
    const code = new Desk([nodes.code_block.create(null, schema.text("x"))]).select("x");
    code.run(insertNote("foot"));
    expect(code.doc.toString()).toBe('doc(code_block("x", note))');
  });

  test("is no part of the words around it, and is found and replaced by itself", () => {
    const desk = withNote();
    expect(desk.index.words).toBe(11);
    const places = occurrencesOf(desk.doc, SOUGHT);
    expect(places.map(({ from, to }) => desk.doc.textBetween(from, to))).toEqual([
      "lamp",
      "lamp",
      "lamp",
      "lamp",
    ]);
    expect(occurrencesOf(desk.doc, { ...SOUGHT, words: "lamp burns" })).toEqual([]);
    const inNote = places[2]!;
    expect(selectionOf(desk.doc, inNote.from, inNote.to)).toBeInstanceOf(NodeSelection);
    desk.dispatch(replaceWords(desk.state.tr, places, "light"));
    expect(desk.doc.toString()).toBe(
      'doc(heading("A light"), paragraph("Its light", note("The light of the light room."), " burns."))',
    );
  });

  test("in a heading leaves the heading its name", () => {
    const note = nodes.note.create(null, schema.text("Aside."));
    const desk = new Desk([nodes.heading.create({ level: 1 }, [schema.text("Title"), note])]);
    expect(desk.index.headings[0]!.name).toBe("Title");
  });
});

describe("an equation", () => {
  test("in a line takes chosen words as its TeX, and is written on", () => {
    const desk = new Desk([paragraph("with x^2 in it")]).select("x^2");
    expect(desk.run(insertFormula)).toBe(true);
    const { from } = desk.state.selection;
    expect(desk.run(setTex(from, "x^3"))).toBe(true);
    expect(desk.run(setTex(from, "x^3"))).toBe(false);
    expect(desk.doc.child(0).child(1).attrs.tex).toBe("x^3");
    expect(desk.state.selection).toBeInstanceOf(NodeSelection);
  });

  test("as a block takes the place of an empty line", () => {
    const desk = new Desk([paragraph("a"), paragraph(), paragraph("b")]).caret(4);
    expect(desk.run(insertEquation)).toBe(true);
    expect(desk.doc.child(1).type.name).toBe("equation");
    expect(desk.doc.childCount).toBe(3);
  });
});
