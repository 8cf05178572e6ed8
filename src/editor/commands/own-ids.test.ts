import { describe, expect, test } from "@jest/globals";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { schema } from "@/core/document";
import { addBookmark } from "./bookmarks";
import { enterInIndex } from "./index-entries";
import { ownIds } from "./own-ids";

function marked() {
  const desk = new Desk([heading(1, "Title"), paragraph("some marked words"), list("item")]);
  const { from, to } = desk.select("marked").state.selection;
  const tr = desk.state.tr;
  const id = addBookmark(tr, from, to, "Marked");
  desk.dispatch(tr);
  return { desk, id };
}

describe("what is pasted", () => {
  test("as a copy has no share in the ids and bookmarks that stand", () => {
    const { desk } = marked();
    const pasted = ownIds(desk.doc.slice(0, desk.doc.content.size), desk.doc);
    expect(pasted.content.content.map((block) => block.attrs.id as unknown)).toEqual([null, null, null]);
    expect(pasted.content.child(1).toString()).toBe('paragraph("some marked words")');
  });

  test("after it was cut keeps its ids and its bookmark", () => {
    const { desk, id } = marked();
    const pos = desk.doc.child(0).nodeSize;
    const cut = desk.doc.slice(pos, pos + desk.doc.child(1).nodeSize);
    const own = desk.ids[1];
    desk.dispatch(desk.state.tr.delete(pos, pos + desk.doc.child(1).nodeSize));
    const pasted = ownIds(cut, desk.doc);
    expect(pasted.content.child(0).attrs.id).toBe(own);
    desk.dispatch(desk.state.tr.insert(desk.doc.content.size, pasted.content));
    expect(desk.index.bookmarks).toMatchObject([{ id, text: "marked" }]);
  });

  test("from another document brings no bookmark that is not known here", () => {
    const { desk } = marked();
    const other = new Desk([paragraph("other")]);
    const pasted = ownIds(desk.doc.slice(0, desk.doc.content.size), other.doc);
    expect(pasted.content.child(1).child(0).marks).toEqual([]);
    expect(pasted.content.child(0).attrs.id).toBe(desk.ids[0]);
  });

  test("as a copy stands in the index as a place of its own, where it was cut as the same", () => {
    const desk = new Desk([paragraph("a rope")]);
    desk.select("rope");
    enterInIndex(desk.state, desk.dispatch);
    const [place] = desk.index.indexed;
    const slice = desk.doc.slice(0, desk.doc.content.size);
    const copy = new Desk([...ownIds(slice, desk.doc).content.content]);
    expect(copy.index.indexed).toMatchObject([{ entry: place!.entry }]);
    expect(copy.index.indexed[0]!.id).not.toBe(place!.id);
    const cut = new Desk([...ownIds(slice, new Desk([paragraph()]).doc).content.content]);
    expect(cut.index.indexed[0]!.id).toBe(place!.id);
  });

  test("keeps open ends, so that words go into the paragraph they are pasted in", () => {
    const { desk } = marked();
    const slice = desk.doc.slice(3, desk.doc.child(0).nodeSize + 5);
    const pasted = ownIds(slice, desk.doc);
    expect([pasted.openStart, pasted.openEnd]).toEqual([slice.openStart, slice.openEnd]);
  });
});

test("points are copied without becoming a second place of their name", () => {
  const desk = new Desk([paragraph("words")]);
  const { from } = desk.select("words", { empty: true }).state.selection;
  const tr = desk.state.tr;
  addBookmark(tr, from, from, "Point");
  desk.dispatch(tr);
  const pasted = ownIds(desk.doc.slice(0, desk.doc.content.size), desk.doc);
  expect(pasted.content.child(0).childCount).toBe(1);
  expect(pasted.content.child(0).child(0).type).toBe(schema.nodes.text);
});
