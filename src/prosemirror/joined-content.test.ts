import { expect, test } from "@jest/globals";
import { deleteSelection, joinBackward } from "prosemirror-commands";
import { TextSelection } from "prosemirror-state";
import { schema } from "@/core/document";
import { Desk, list, noticeOf, paragraph } from "#tests/editing";

const quoted = (...words: string[]) =>
  schema.nodes.quotation.create(
    null,
    words.map((one) => paragraph(one)),
  );
const across = (it: Desk, from: string, to: string) => {
  const start = it.select(from).state.selection.from;
  const { to: end } = it.select(to).state.selection;
  it.dispatch(it.state.tr.setSelection(TextSelection.create(it.doc, start, end)));
  return it;
};

test.each([
  ["out of a notice into a quotation", [noticeOf("note", "Title", "ab"), quoted("cd", "ef")], "b", "c"],
  ["out of a quotation into a notice", [quoted("ab"), noticeOf("note", "Title", "cd", "ef")], "b", "c"],
  ["out of a notice into a list", [noticeOf("note", "Title", "ab"), list("cd", "ef")], "b", "c"],
  [
    "out of a notice's title into another notice",
    [noticeOf("note", "Title", "ab"), noticeOf("note", "Title", "cd", "ef")],
    "itle",
    "c",
  ],
  ["out of a list into a notice", [list("ab"), noticeOf("note", "Title", "cd", "ef")], "b", "c"],
])("what is chosen %s can be taken out", (_name, blocks, from, to) => {
  const it = across(new Desk(blocks), from, to);
  expect(it.run(deleteSelection)).toBe(true);
  expect(it.doc.textContent).not.toContain("c");
  expect(it.doc.textContent).toContain("d");
  expect(it.doc.textContent).toContain("ef");
});

test("a quotation behind a notice is joined to it, or stays", () => {
  const it = new Desk([noticeOf("note", "Title", "ab"), quoted("cd")]).select("cd", { empty: true });
  it.run(joinBackward);
  expect(it.doc.textContent).toBe("Titleabcd");
});
