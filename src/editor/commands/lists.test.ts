import { expect, test } from "@jest/globals";
import { Desk, heading, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { readFile, writeFile } from "@/core/formats";
import { newList } from "@/core/wayfinding";
import { coveredText } from "../plugins/covered-text";
import { permanentIds } from "../plugins/permanent-ids";
import { editEntry, freezeList, frozenAt, thawList } from "./lists";

function manual() {
  const desk = new Desk(
    [
      heading(1, "Manual"),
      newList("sections", createDocument([])),
      heading(1, "One"),
      paragraph("x"),
      heading(2, "Deep"),
    ],
    [permanentIds()],
  );
  const [list] = desk.index.contentsLists;
  desk.dispatch(editEntry(desk.state.tr, list!.pos, desk.index.headings[1]!.id, { words: "First" }));
  return { desk, list: list! };
}

test("a list becomes text with links, and the same list again, with what was changed of it by hand", () => {
  const { desk, list } = manual();
  const living = desk.doc;
  desk.dispatch(freezeList(desk.state.tr, list.pos, desk.index));
  const kinds = () => desk.doc.content.content.map(({ type }) => type.name);
  expect(kinds()).toEqual(["heading", "paragraph", "bullet_list", "heading", "paragraph", "heading"]);
  expect(desk.doc.child(2).textContent).toBe("ManualFirstDeep");
  expect(desk.index.links).toHaveLength(3);
  expect(thawList(desk.state.tr, desk.select("One", { empty: true }).state)).toBeNull();
  desk.select("First", { empty: true });
  expect(frozenAt(desk.state)).not.toBeNull();
  desk.dispatch(thawList(desk.state.tr, desk.state)!);
  expect(desk.doc.eq(living)).toBe(true);
});

test("one without a title, where bookmarks cover what is typed, too", () => {
  const list = schema.nodes.contents_list.create({ heading: "", list: { buttons: true } });
  const desk = new Desk([heading(1, "One"), list, paragraph("x")], [coveredText(), permanentIds()]);
  desk.dispatch(freezeList(desk.state.tr, desk.index.contentsLists[0]!.pos, desk.index));
  expect(desk.doc.child(1).type).toBe(schema.nodes.bullet_list);
});

test("its title may have been taken out or reworded meanwhile: then it stays where it is", () => {
  const { desk, list } = manual();
  desk.dispatch(freezeList(desk.state.tr, list.pos, desk.index));
  desk.dispatch(desk.state.tr.insertText("All ", desk.doc.child(0).nodeSize + 1));
  desk.select("First", { empty: true });
  desk.dispatch(thawList(desk.state.tr, desk.state)!);
  expect(desk.doc.child(1).textContent).toBe("All Contents");
  expect(desk.doc.child(2).type).toBe(schema.nodes.contents_list);
});

test("the open form knows which list a text is of", () => {
  const { desk, list } = manual();
  desk.dispatch(freezeList(desk.state.tr, list.pos, desk.index));
  const { text } = writeFile({ doc: desk.doc, pictures: new Map() }, "gaterope");
  const back = readFile("a.gaterope.json", new TextEncoder().encode(text));
  expect(back.ok && back.manuscript.doc.child(2).attrs.frozen).toMatchObject({
    heading: "Contents",
    from: 1,
  });
});
