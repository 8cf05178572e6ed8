import { describe, expect, test } from "@jest/globals";
import { Fragment, type Node } from "prosemirror-model";
import { blocksOfNote, isNoteList, noteOfBlocks, partsOfNote, schema, type NotePart } from "@/core/document";

const { nodes } = schema;
const said = (words: string) => nodes.paragraph.create(null, words ? schema.text(words) : []);
const item = (...blocks: Node[]) => nodes.list_item.create(null, blocks);
const bullets = (...items: Node[]) => nodes.bullet_list.create(null, items);
const numbers = (...items: Node[]) => nodes.ordered_list.create(null, items);
const note = (...blocks: Node[]) => nodes.note.create(null, noteOfBlocks(blocks));
const sign = (depth: number, kind: "bullet" | "number" | null) =>
  nodes.note_paragraph.create({ depth, item: kind });

/** How parts stand, in brackets. */
const told = (parts: readonly NotePart[]): string =>
  parts
    .map((part) =>
      isNoteList(part)
        ? `${part.item}(${part.items.map(told).join(" | ")})`
        : `${part.words.textContent}@${part.from}`,
    )
    .join(" ");

describe("the paragraphs of a note", () => {
  test.each([
    ["one", [said("Words")]],
    ["two", [said("Words"), said("More")]],
    ["a list", [said("Words"), bullets(item(said("a")), item(said("b")))]],
    ["lists of two kinds", [said("Words"), bullets(item(said("a"))), numbers(item(said("b"))), said("End")]],
    [
      "items with more",
      [said("W"), bullets(item(said("a"), said("b")), item(said("c"), numbers(item(said("d")))))],
    ],
    ["a list without words before it", [said(""), bullets(item(said("a")))]],
    ["an item that begins with a list", [said("W"), bullets(item(said(""), bullets(item(said("a")))))]],
  ])("are told in a line, and read from it: %s", (_what, blocks) => {
    const made = note(...blocks);
    made.check();
    expect(Fragment.fromArray(blocksOfNote(made)).eq(Fragment.fromArray(blocks))).toBe(true);
    for (const part of partsOfNote(made))
      if (!isNoteList(part))
        expect(made.textBetween(part.from, part.from + part.words.content.size)).toBe(part.words.textContent);
  });

  test("have a place in what is open, however deep a sign says", () => {
    const content = [schema.text("a"), sign(3, null), schema.text("b"), sign(4, "bullet"), schema.text("c")];
    const odd = nodes.note.create(null, [...content, sign(2, "number"), schema.text("d"), sign(1, null)]);
    expect(told(partsOfNote(odd))).toBe("a@0 b@2 bullet(c@4 number(d@6) @8)");
    odd.check();
  });

  test("are left out where they have no words", () => {
    const made = note(said("a"), said(""), bullets(item(said("")), item(said("b"))), said(""));
    expect(told(partsOfNote(made))).toBe("a@0 bullet(b@2)");
    expect(note(said("")).content.size).toBe(0);
  });

  test("keep the words of what a note cannot hold, lists no deeper than it can", () => {
    const deep = [1, 2, 3, 4, 5, 6].reduce<Node>(
      (inner, depth) => bullets(item(said(`depth ${7 - depth}`), ...(inner.childCount > 0 ? [inner] : []))),
      nodes.bullet_list.create(),
    );
    const made = note(
      said("a"),
      nodes.quotation.create(null, [said("q1"), said("q2")]),
      nodes.code_block.create(null, schema.text("x = 1\ny = 2")),
      nodes.definition_list.create(null, [
        nodes.term.create(null, schema.text("t")),
        nodes.definition.create(null, said("d")),
      ]),
      deep,
    );
    made.check();
    expect(made.textContent).toMatch(/^a\nq1\nq2\nx = 1\ny = 2\nt\nd\ndepth 1\n.*depth 6$/s);
  });
});
