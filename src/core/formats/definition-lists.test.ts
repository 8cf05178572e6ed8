import { describe, expect, test } from "@jest/globals";
import { createDocument, schema } from "@/core/document";
import { paragraph } from "#tests/editing";
import { readText } from "#tests/reading";
import { FORMATS, writeFile } from ".";

const read = (name: string, text: string) => readText(name, text).doc;
const blocks = (name: string, text: string) => read(name, text).content.content.map(String);
describe("a definition list", () => {
  test.each([
    [
      "of HTML, with groups in wrappers and end tags left out",
      "a.html",
      "<dl><div><dt>Pin<dt>Peg<dd>A bolt<dd>A score</div><div><dt>Gate<dd><p>One<p>Two<ul><li>Three</ul></div></dl>",
      'definition_list(term("Pin"), term("Peg"), definition(paragraph("A bolt")), definition(paragraph("A score")), ' +
        'term("Gate"), definition(paragraph("One"), paragraph("Two"), bullet_list(list_item(paragraph("Three")))))',
    ],
    [
      "of Markdown, as several programs write it",
      "a.md",
      "Pin\n: A *bolt*\n\nGate\n\n:   One\n\n    Two\n",
      'definition_list(term("Pin"), definition(paragraph("A ", emphasis("bolt"))), ' +
        'term("Gate"), definition(paragraph("One"), paragraph("Two")))',
    ],
    [
      "in a list, and a list in it",
      "a.html",
      "<ul><li>x<dl><dt>a<dd>b<dl><dt>c<dd>d</dl></dl></ul>",
      'bullet_list(list_item(paragraph("x"), definition_list(term("a"), definition(paragraph("b"), ' +
        'definition_list(term("c"), definition(paragraph("d")))))))',
    ],
    [
      "that holds what no list may: words of its own, a heading, a table",
      "a.html",
      "<dl>loose<dt>a<dd><h2>Title</h2><table><tr><td>x</table></dl>",
      'definition_list(definition(paragraph("loose")), term("a"), definition(paragraph(strong("Title")), table(table_caption, table_grid(table_row(table_cell(paragraph("x")))))))',
    ],
    ["of which only parts stand in the file", "a.html", "<dt>a</dt><dd>b</dd>", 'paragraph(strong("a"))'],
  ])("%s", (_name, file, source, expected) => {
    expect(blocks(file, source)[0]).toBe(expected);
  });

  test("keeps links, bookmarks and notes of terms and definitions", () => {
    const doc = read(
      "a.html",
      '<h1 id="top1">T</h1><dl><dt><a href="#top1">Pin</a><dd><span id="here" data-name="Here">A bolt</span></dl>',
    );
    const html = writeFile({ doc, pictures: new Map() }, "html").text;
    expect(html).toContain('<dt><a href="#top1">Pin</a></dt>');
    expect(html).toContain('id="here"');
  });

  test("that is empty is left out, and one nested hundredfold is kept with its words", () => {
    expect(blocks("a.html", "<p>x</p><dl></dl>")).toEqual(['paragraph("x")']);
    const deep = read("a.html", "<dl><dt>t<dd>w ".repeat(100));
    expect(deep.textContent.match(/w/g)).toHaveLength(100);
    expect(() => deep.check()).not.toThrow();
  });
});

test.each(["a\n\nb", "\n\na", "a\n"])("code in a definition keeps its lines: %j", (code) => {
  const { definition_list, definition, term, code_block } = schema.nodes;
  const doc = createDocument([
    definition_list.create(null, [
      term.create(null, schema.text("Pin")),
      definition.create(null, [paragraph("x"), code_block.create(null, schema.text(code))]),
    ]),
    paragraph("behind"),
  ]);
  for (const format of ["markdown", "html"] as const) {
    const { text } = writeFile({ doc, pictures: new Map() }, format);
    expect(blocks(`a.${FORMATS[format].endings[0]!.replace(/^\./, "")}`, text)).toEqual(
      doc.content.content.map(String),
    );
  }
});

test("a paragraph that begins with a colon is read again as that", () => {
  const doc = createDocument([paragraph("Word"), paragraph(": not what it means"), paragraph("~ nor this")]);
  const { text } = writeFile({ doc, pictures: new Map() }, "markdown");
  expect(blocks("a.md", text)).toEqual(doc.content.content.map(String));
});
