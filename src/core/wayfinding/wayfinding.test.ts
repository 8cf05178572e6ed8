import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { createDocument, returnsDownTo, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { contentsEntries, contentsTree, returnLinks, withContents, withReturns } from ".";
import { frontBlock } from "./put-wayfinding";

const { nodes } = schema;
const heading = (level: number, text = "") => nodes.heading.create({ level }, text ? schema.text(text) : []);
const paragraph = (text = "text") => nodes.paragraph.create(null, schema.text(text));
const build = (...blocks: Node[]) => createDocument(blocks, { title: "Title" });
const lines = (doc: Node, from: number, to: number) =>
  contentsEntries(indexDocument(doc), { from, to }).map(({ text, depth }) => `${"  ".repeat(depth)}${text}`);

describe("a contents list", () => {
  const doc = build(
    heading(1, "A"),
    heading(2, "B"),
    heading(4, "C"),
    heading(3, "D"),
    heading(1),
    heading(3, "E"),
  );

  test("shows the levels it is set to, in order, skipped levels drawn up", () => {
    expect(lines(doc, 1, 6)).toEqual(["A", "  B", "    C", "    D", "Untitled section", "  E"]);
    expect(lines(doc, 2, 3)).toEqual(["B", "  D", "E"]);
    expect(lines(build(paragraph()), 1, 3)).toEqual([]);
  });

  test("leaves out the document's own title, where that is its only heading of the first level", () => {
    const titled = [heading(1, "Own"), heading(2, "A"), heading(3, "B"), heading(2, "C")];
    expect(lines(build(...titled), 1, 3)).toEqual(["A", "  B", "C"]);
    expect(lines(build(...titled, heading(1, "D")), 1, 3)).toEqual(["Own", "  A", "    B", "  C", "D"]);
    expect(lines(build(paragraph(), ...titled), 1, 3)[0]).toBe("Own");
    expect(lines(build(heading(1, "Own")), 1, 3)).toEqual(["Own"]);
  });

  test("as a tree holds the same lines", () => {
    const tree = contentsTree(contentsEntries(indexDocument(doc), { from: 1, to: 6 }));
    expect(tree.map(({ text, below }) => [text, below.map((one) => [one.text, one.below.length])])).toEqual([
      ["A", [["B", 2]]],
      ["Untitled section", [["E", 0]]],
    ]);
  });

  test("is put after the title, or first where there is no title, and never twice", () => {
    expect(frontBlock(build(heading(1, "Title"), paragraph()))).toBe(1);
    expect(frontBlock(build(heading(1, "Other"), paragraph()))).toBe(0);
    const once = withContents(build(heading(1, "Title"), paragraph()), { from: 1, to: 2 });
    expect(once.toString()).toBe('doc(heading("Title"), contents_list, paragraph("text"))');
    expect(withContents(once, { from: 1, to: 3 })).toBe(once);
  });
});

describe("return links", () => {
  const doc = build(
    heading(1, "One"),
    paragraph(),
    heading(2, "Inside"),
    paragraph(),
    heading(1, "Two"),
    paragraph(),
    heading(1, "Empty"),
    heading(1, "Last"),
    paragraph(),
  );
  const after = (deepest: number, of = doc) =>
    returnLinks(indexDocument(withReturns(of, deepest))).map(({ block, section, ways: [back] }) => [
      block,
      section.name,
      back.to !== null,
      back.words,
    ]);

  test("stand where a section of a named level ends, once where several end, none after an empty one", () => {
    expect(after(0)).toEqual([]);
    expect(after(1)).toEqual([
      [4, "One", false, "Back to top"],
      [6, "Two", false, "Back to top"],
      [9, "Last", false, "Back to top"],
    ]);
    expect(after(2)[0]).toEqual([4, "Inside", false, "Back to top"]);
    expect(after(2)).toHaveLength(3);
  });

  test("lead to the contents list as soon as there is one, with the author's words if there are any", () => {
    const listed = withContents(doc, { from: 1, to: 2 });
    expect(after(1, listed)[0]).toEqual([5, "One", true, "Back to contents"]);
    const worded = doc.type.create(
      { ...doc.attrs, returns: { ...returnsDownTo(1), words: "Up" } },
      doc.content,
    );
    expect(returnLinks(indexDocument(worded))[0]!.ways[0].words).toBe("Up");
  });

  test("have steps to the sections before, around and after beside them, where the rule asks for those", () => {
    const stepped = doc.type.create(
      { ...doc.attrs, returns: { ...returnsDownTo(2), also: ["steps"] } },
      doc.content,
    );
    const ways = returnLinks(indexDocument(stepped)).map((link) => link.ways.map(({ words }) => words));
    expect(ways).toEqual([
      ["Back to top", "Previous: One", "Up: One", "Next: Two"],
      ["Back to top", "Previous: Inside", "Next: Empty"],
      ["Back to top", "Previous: Empty"],
    ]);
  });

  test("stand before lists that end the document, which are no part of a section's text", () => {
    const ended = doc.type.create(
      doc.attrs,
      doc.content.addToEnd(nodes.contents_list.create({ list: { of: "alphabet" } })),
    );
    const last = returnLinks(indexDocument(withReturns(ended, 1))).at(-1)!;
    expect([last.section.name, last.block, last.end - last.pos]).toEqual(["Last", 9, 1]);
  });
});
