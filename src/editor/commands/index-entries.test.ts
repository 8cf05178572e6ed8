import { describe, expect, test } from "@jest/globals";
import { TextSelection } from "prosemirror-state";
import { schema } from "@/core/document";
import { Desk, heading, paragraph } from "#tests/editing";
import { changeIndexEntry, enterAll, enterInIndex, indexEntriesAt, removeIndexEntry } from "./index-entries";
import { freezeList, thawList } from "./lists";

const desk = () =>
  new Desk([
    heading(1, "Rope and gate"),
    paragraph("A rope hangs. The Rope is long, ropes are longer."),
    schema.nodes.code_block.create(null, schema.text("rope = 1")),
  ]);

function entered(on: Desk): string[] {
  return on.index.indexed.map(
    ({ entry, pos, end }) =>
      `${on.doc.textBetween(pos, end, "|")} → ${[entry.main, entry.sub].filter(Boolean).join("/")}`,
  );
}

describe("an entry of the index", () => {
  test("is made of the chosen words, or of the word at the caret", () => {
    const on = desk();
    on.select("rope hangs");
    expect(enterInIndex(on.state, on.dispatch)).toBe(true);
    on.select("ong,", { empty: true });
    expect(enterInIndex(on.state, on.dispatch)).toBe(true);
    expect(entered(on)).toEqual(["rope hangs → rope hangs", "long → long"]);
  });

  test("of chosen words over several blocks is one place", () => {
    const on = desk();
    const from = on.doc.child(0).nodeSize + 1;
    on.dispatch(on.state.tr.setSelection(TextSelection.create(on.doc, 6, from + 6)));
    expect(enterInIndex(on.state, on.dispatch)).toBe(true);
    expect(entered(on)).toEqual(["and gate|A rope → and gate A rope"]);
  });

  test("is made of nothing where there is no word", () => {
    const on = new Desk([paragraph(" … ")]);
    on.caret(2);
    expect(enterInIndex(on.state, on.dispatch)).toBe(false);
  });

  test("is changed and taken out with all its words, whatever else they carry", () => {
    const on = desk();
    on.select("rope hangs");
    enterInIndex(on.state, on.dispatch);
    on.select("hangs");
    on.dispatch(
      on.state.tr.addMark(on.state.selection.from, on.state.selection.to, schema.marks.strong.create()),
    );
    const [place] = indexEntriesAt(on.index, on.state.selection.from);
    on.dispatch(changeIndexEntry(on.state.tr, place!, { main: "ropes", sub: " how they  hang " }));
    expect(entered(on)).toEqual(["rope hangs → ropes/how they hang"]);
    on.dispatch(changeIndexEntry(on.state.tr, on.index.indexed[0]!, { main: "  " }));
    expect(entered(on)).toEqual(["rope hangs → ropes/how they hang"]);
    on.dispatch(removeIndexEntry(on.state.tr, on.index.indexed[0]!));
    expect(entered(on)).toEqual([]);
  });

  test("takes in all further places of its words, whole words only, none twice", () => {
    const on = desk();
    on.select("rope");
    enterInIndex(on.state, on.dispatch);
    const tr = on.state.tr;
    expect(enterAll(tr, on.index, on.index.indexed[0]!)).toBe(3);
    on.dispatch(tr);
    expect(entered(on)).toEqual(["Rope → rope", "rope → rope", "Rope → rope", "rope → rope"]);
    expect(enterAll(on.state.tr, on.index, on.index.indexed[0]!)).toBe(0);
  });

  test("stays on its words when letters are put in between, and does not grow at its end", () => {
    const on = desk();
    on.select("rope hangs");
    enterInIndex(on.state, on.dispatch);
    const { to } = on.state.selection;
    on.dispatch(on.state.tr.insertText(" loosely", to).insertText("s", to - 6));
    expect(entered(on)).toEqual(["ropes hangs → rope hangs"]);
  });
});

test("an index becomes ordinary text with ordinary links, and an index again", () => {
  const on = desk();
  on.select("rope");
  enterInIndex(on.state, on.dispatch);
  const at = on.doc.content.size;
  on.dispatch(
    on.state.tr.insert(
      at,
      schema.nodes.contents_list.create({ id: "index12345", heading: "Index", list: { of: "entries" } }),
    ),
  );
  on.dispatch(freezeList(on.state.tr, at, on.index));
  expect(on.doc.child(3).textContent).toBe("Index");
  expect(on.doc.child(4).textContent).toBe("rope, Rope and gate");
  expect(on.index.links.map(({ text, target }) => [text, target.kind])).toEqual([
    ["Rope and gate", "destination"],
  ]);
  on.caret(on.doc.content.size - 4);
  on.dispatch(thawList(on.state.tr, on.state)!);
  expect(on.doc.child(3).attrs.list).toEqual({ of: "entries" });
});
