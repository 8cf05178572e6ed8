import { describe, expect, test } from "@jest/globals";
import { Transform } from "prosemirror-transform";
import { heading, paragraph } from "#tests/editing";
import { bookmarkEntry, createDocument, newId, schema } from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { DocumentChange } from "./document-change";

const linked = schema.nodes.paragraph.create(null, [
  schema.text("see "),
  schema.text("it", [schema.marks.link.create({ target: { kind: "web", url: "https://a.example" } })]),
]);
const doc = createDocument([heading(1, "Title"), paragraph("words"), linked]);

/** What of a change is seen by what draws from it. */
function seen(change: (tr: Transform) => Transform) {
  const { structure, headings, places, links } = new DocumentChange(doc, change(new Transform(doc)).doc);
  return { structure, headings, places, links };
}
const none = { structure: false, headings: false, places: false, links: false };

describe("a change of a document", () => {
  test("in the words of a paragraph, or inside a link, is seen by nothing that shows places", () => {
    expect(seen((tr) => tr.insert(9, schema.text("x")))).toEqual(none);
    expect(seen((tr) => tr.insert(16, schema.text("x")))).toEqual(none);
  });

  test("in a heading's words, level or kind is", () => {
    expect(seen((tr) => tr.insert(2, schema.text("x")))).toEqual({ ...none, headings: true, places: true });
    const level = seen((tr) => tr.setNodeAttribute(0, "level", 2));
    expect(level).toMatchObject({ structure: true, headings: true, places: true });
  });

  test("that brings or takes blocks is", () => {
    expect(seen((tr) => tr.insert(7, paragraph("new")))).toMatchObject({ structure: true });
    expect(seen((tr) => tr.insert(7, heading(2, "new")))).toMatchObject({ structure: true, places: true });
  });

  test("of bookmarks, names, links and rules is", () => {
    const id = newId();
    const mark = schema.marks.bookmark.create({ id });
    expect(seen((tr) => tr.addMark(9, 11, mark))).toMatchObject({ places: true });
    const named = new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", "Name") });
    expect(seen((tr) => tr.step(named))).toMatchObject({ places: true });
    expect(seen((tr) => tr.setDocAttribute("returns", { levels: [1], words: "" }))).toMatchObject({
      places: true,
    });
    expect(seen((tr) => tr.removeMark(15, 21, schema.marks.link))).toMatchObject({ links: true });
  });
});
