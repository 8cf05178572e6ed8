import { describe, expect, test } from "@jest/globals";
import { NodeSelection } from "prosemirror-state";
import { Desk, heading, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { MoveBlocksStep } from "@/core/steps";
import { dropped } from "./drop";

const { nodes } = schema;
const desk = () =>
  new Desk([
    heading(1, "Title"),
    paragraph("some words"),
    nodes.figure.create({ picture: "" }),
    paragraph("last"),
  ]);

/** Where a block begins, by its number. */
function startOf(one: Desk, block: number): number {
  let pos = 0;
  for (let i = 0; i < block; i++) pos += one.doc.child(i).nodeSize;
  return pos;
}
const texts = (one: Desk) => one.doc.content.content.map((it) => it.textContent || it.type.name);

describe("what is dropped", () => {
  test("words leave where they were and stand where they are let go", () => {
    const one = desk();
    const { from, to } = one.select("some ").state.selection;
    const slice = one.doc.slice(from, to);
    one.dispatch(dropped(one.state, startOf(one, 3) + 1, slice, { from, to })!);
    expect(texts(one)).toEqual(["Title", "words", "figure", "some last"]);
    expect(one.state.doc.textBetween(one.state.selection.from, one.state.selection.to)).toBe("some ");
  });

  test("words that were copied, or come from elsewhere, stay where they were too", () => {
    const one = desk();
    const { from, to } = one.select("some ").state.selection;
    one.dispatch(dropped(one.state, startOf(one, 3) + 1, one.doc.slice(from, to), null)!);
    expect(texts(one)).toEqual(["Title", "some words", "figure", "some last"]);
  });

  test("a whole block moves by the step that takes along what others write in it", () => {
    const one = desk();
    const at = startOf(one, 2);
    const ids = one.ids;
    const block = one.doc.child(2);
    const tr = dropped(one.state, 0, one.doc.slice(at, at + block.nodeSize), {
      from: at,
      to: at + block.nodeSize,
    })!;
    expect(tr.steps[0]).toBeInstanceOf(MoveBlocksStep);
    one.dispatch(tr);
    expect(texts(one)).toEqual(["figure", "Title", "some words", "last"]);
    expect(one.ids).toEqual([ids[2], ids[0], ids[1], ids[3]]);
    expect(one.state.selection).toBeInstanceOf(NodeSelection);
  });

  test("on itself changes nothing", () => {
    const one = desk();
    const { from, to } = one.select("some words").state.selection;
    expect(dropped(one.state, from + 3, one.doc.slice(from, to), { from, to })).toBeNull();
  });

  test("between blocks makes blocks", () => {
    const one = desk();
    const slice = createDocument([paragraph("a"), paragraph("b")]).slice(0, 6);
    one.dispatch(dropped(one.state, startOf(one, 1), slice, null)!);
    expect(texts(one)).toEqual(["Title", "a", "b", "some words", "figure", "last"]);
  });
});
