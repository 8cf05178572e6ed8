import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { asMark, createDocument, newId, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { heading, paragraph } from "#tests/editing";
import { readText } from "#tests/reading";
import { readFile, writeFile } from ".";
import { cpuTime } from "#tests/cpu-time";

const { nodes, marks } = schema;

/** Which words stand under which entry. */
function entered(doc: Node): string[] {
  const found: string[] = [];
  doc.descendants((node) => {
    for (const mark of node.marks) {
      const entry = asMark(mark, "index_entry");
      if (entry)
        found.push(
          `${node.text} → ${[entry.main, entry.sub, entry.see && `see ${entry.see}`, entry.also && `also ${entry.also}`].filter(Boolean).join("/")}`,
        );
    }
  });
  return found;
}
const of = (name: string, text: string) => entered(readText(name, text).doc);

describe("entries of the index in HTML", () => {
  test.each([
    [
      "around words",
      `<p>A <span data-type="indexterm" data-primary="rope">rope</span> lies.</p>`,
      ["rope → rope"],
    ],
    [
      "at a point before a word",
      `<p>A <a data-type="indexterm" data-primary="rope" data-secondary="made of  hemp"></a>rope lies.</p>`,
      ["rope → rope/made of hemp"],
    ],
    [
      "at a point after the last word",
      `<p>A rope.<a data-type="indexterm" data-primary="r"></a></p>`,
      ["rope. → r"],
    ],
    [
      "in a block without words, for the next",
      `<p><a data-type="indexterm" data-primary="r"></a></p><p>Here</p>`,
      ["Here → r"],
    ],
    [
      "two at one point",
      `<p><a data-type="indexterm" data-primary="a"></a><a data-type="indexterm" data-primary="b"></a>So it is</p>`,
      ["So → a", "So → b"],
    ],
    [
      "as XHTML closes them",
      `<p>A <a data-type="indexterm" data-primary="rope"/>rope lies.</p>`,
      ["rope → rope"],
    ],
    [
      "that send elsewhere",
      `<p><span data-type="indexterm" data-primary="cord" data-see="rope" data-seealso="knot">Cord</span></p>`,
      ["Cord → cord/see rope/also knot"],
    ],
    [
      "without a main entry, which is none",
      `<p><span data-type="indexterm" data-primary="  ">x</span></p>`,
      [],
    ],
    [
      "that are too long, cut",
      `<p><span data-type="indexterm" data-primary="${"x".repeat(500)}">x</span></p>`,
      [`x → ${"x".repeat(200)}`],
    ],
  ])("%s", (_where, html, expected) => expect(of("a.html", html)).toEqual(expected));

  test("go on the last word in a time in step with its length", () => {
    const html = `<p>${"a".repeat(300_000)} b &#x20000;<a data-type="indexterm" data-primary="x"></a>`;
    expect(cpuTime(() => expect(of("a.html", html)).toEqual(["\u{20000} → x"]))).toBeLessThan(5_000);
  });

  test("and one beside which nothing stands is told of", () => {
    const html = `<hr><p><a data-type="indexterm" data-primary="x"></a></p>`;
    expect(readFile("a.html", new TextEncoder().encode(html))).toMatchObject({
      ok: true,
      dropped: [{ what: "index entry without words", count: 1 }],
    });
  });
});

describe.each([
  ["html", "a.html"],
  ["markdown", "a.md"],
  ["gaterope", "a.gaterope.json"],
] as const)("an index in %s", (format, name) => {
  const id = newId();
  const mark = marks.index_entry.create({ id, main: 'The "rope" | & <b>', sub: "long" });
  const doc = createDocument([
    heading(1, "Ropes"),
    nodes.paragraph.create(null, [
      schema.text("A "),
      schema.text("long ", [mark]),
      schema.text("rope", [mark, marks.strong.create()]),
    ]),
    nodes.paragraph.create(null, [schema.text("that goes on", [mark]), schema.text(" here.")]),
    nodes.contents_list.create({ heading: "Index", list: { of: "entries" } }),
    paragraph("After."),
  ]);

  test("comes back as it was, its place over two paragraphs as one", () => {
    const { text } = writeFile({ doc, pictures: new Map() }, format);
    const again = readText(name, text).doc;
    expect(entered(again)).toEqual(entered(doc));
    expect(indexDocument(again).indexed.length).toBe(1);
    expect(again.content.content.map(String)).toEqual(doc.content.content.map(String));
    expect(writeFile({ doc: again, pictures: new Map() }, format).text.length).toBe(text.length);
  });
});

test("an exported page leads from the index to the words", () => {
  const doc = createDocument([
    heading(1, "Ropes"),
    nodes.paragraph.create(
      null,
      schema.text("rope", [marks.index_entry.create({ id: newId(), main: "rope" })]),
    ),
    nodes.contents_list.create({ heading: "Index", list: { of: "entries" } }),
  ]);
  const { text, promised } = writeFile({ doc, pictures: new Map() }, "html");
  expect(text).toContain('<li>rope, <a href="#_index1">Ropes</a></li>');
  expect(text).toContain('<span id="_index1" data-type="indexterm" data-primary="rope">rope</span>');
  expect(promised.map(({ href }) => href)).toContain("#_index1");
  expect(writeFile({ doc, pictures: new Map() }, "text").text).toContain("Index\nrope, Ropes");
});
