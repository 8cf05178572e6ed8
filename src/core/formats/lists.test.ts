import { describe, expect, test } from "@jest/globals";
import { createDocument, schema, type NodeAttributes } from "@/core/document";
import { paragraph } from "#tests/editing";
import { readText } from "#tests/reading";
import { writeFile } from ".";

const { nodes } = schema;

const read = (name: string, text: string) => readText(name, text).doc;
const counted = (doc: ReturnType<typeof read>, i = 0) => {
  const { id: _, ...count } = doc.child(i).attrs as NodeAttributes["ordered_list"];
  return count;
};
const item = (
  words: string,
  checked: boolean | null = null,
  ...more: Parameters<typeof nodes.list_item.create>[1][]
) => nodes.list_item.create({ checked }, [paragraph(words), ...(more as never[])]);

const FIRST = { start: 1, numerals: "decimal", before: "", after: ".", continues: false };

describe("a counted list of HTML", () => {
  test.each([
    [`<ol type="a"><li>x</ol>`, { numerals: "lower-alpha" }],
    [`<ol type="I" start="4"><li>x</ol>`, { numerals: "upper-roman", start: 4 }],
    [`<ol style="list-style-type: upper-latin"><li>x</ol>`, { numerals: "upper-alpha" }],
    [`<ol type="square" start="-3"><li>x</ol>`, {}],
    [
      `<ol data-before="(" data-after=")" data-continues="true" start="9"><li>x</ol>`,
      { before: "(", after: ")", continues: true },
    ],
    [`<ol data-before="much too long to stand before"><li>x</ol>`, {}],
  ])("counts as its element says: %s", (html, count) => {
    expect(counted(read("a.html", html))).toEqual({ ...FIRST, ...count });
  });
});

describe("boxes to tick", () => {
  test.each([
    [
      "a.html",
      `<ul><li><input type="checkbox" checked> Done</li><li><p><label><input type="checkbox"> To do</label></p></li><li>Plain <input type="checkbox"></li></ul>`,
    ],
    ["a.md", "- [x] Done\n- [ ] To do\n- Plain\n"],
    ["a.md", "- [X] Done\n\n- [ ]  To do\n\n- Plain\n"],
  ])("come in from %s", (name, text) => {
    const list = read(name, text).child(0);
    expect(list.content.content.map((one) => [one.textContent.trim(), one.attrs.checked as unknown])).toEqual(
      [
        ["Done", true],
        ["To do", false],
        ["Plain", null],
      ],
    );
  });

  test("are not made of words that only look like one", () => {
    const doc = createDocument([
      nodes.bullet_list.create(null, [item("[ ] no box"), item("[x](y)")]),
      paragraph("[x] neither"),
    ]);
    const { text } = writeFile({ doc, pictures: new Map() }, "markdown");
    expect(read("a.md", text).content.content.map(String)).toEqual(doc.content.content.map(String));
    expect(read("a.md", text).child(0).child(0).attrs.checked).toBeNull();
  });
});

const RICH = createDocument([
  nodes.ordered_list.create({ numerals: "lower-alpha", before: "(", after: ")" }, [
    item("One"),
    item("Two", null, nodes.ordered_list.create({ numerals: "lower-roman", start: 3 }, [item("Deep")])),
  ]),
  paragraph("Between."),
  nodes.ordered_list.create({ numerals: "lower-alpha", before: "(", after: ")", continues: true }, [
    item("Three"),
  ]),
  nodes.ordered_list.create({ after: ")" }, [item("Bracket")]),
  nodes.ordered_list.create({ start: 7 }, [item("Stop"), item("Done", true), item("Open", false)]),
  nodes.ordered_list.create({ before: `"\\<`, after: "" }, [item("Signs of CSS and HTML")]),
  nodes.bullet_list.create(null, [
    item("Done", true, nodes.bullet_list.create(null, [item("Within", false)])),
    item(
      "Plain",
      null,
      nodes.ordered_list.create(null, [item("a")]),
      paragraph("p"),
      nodes.ordered_list.create({ continues: true }, [item("b")]),
    ),
    nodes.list_item.create({ checked: true }, [paragraph("Long."), paragraph("More of it.")]),
  ]),
]);
const write = (format: "html" | "markdown" | "gaterope" | "text") =>
  writeFile({ doc: RICH, pictures: new Map() }, format).text;
const kept = (doc: ReturnType<typeof read>) => {
  const told: unknown[] = [];
  doc.descendants((node) => {
    if (/list/.test(node.type.name))
      told.push([node.type.name, { ...node.attrs, id: null }, node.textContent]);
  });
  return told;
};

test.each([
  ["html", "a.html"],
  ["markdown", "a.md"],
  ["gaterope", "a.gaterope.json"],
] as const)("counts and boxes go out as %s and come in again", (format, name) => {
  expect(kept(read(name, write(format)))).toEqual(kept(RICH));
});

test("other programs are told with which number a list begins that goes on", () => {
  expect(write("html")).toContain(`<ol start="3" type="a"`);
  expect(write("html")).toMatch(/<ol start="2" data-continues="true"><li>b/);
});

test("the text says what stands before each item", () => {
  expect(write("text")).toBe(
    [
      "(a) One\n(b) Two\n   iii. Deep",
      "Between.",
      "(c) Three",
      "1) Bracket",
      "7. Stop\n8. [x] Done\n9. [ ] Open",
      `"\\<1 Signs of CSS and HTML`,
      "- [x] Done\n   - [ ] Within\n- Plain\n   1. a\n   p\n   2. b\n- [x] Long.\n   More of it.",
    ].join("\n\n") + "\n",
  );
});
