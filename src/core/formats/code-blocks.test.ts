import { describe, expect, test } from "@jest/globals";
import { asKind, createDocument, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { paragraph } from "#tests/editing";
import { readText } from "#tests/reading";
import { writeFile } from ".";

const { nodes, marks } = schema;

const read = (name: string, text: string) => readText(name, text).doc;

describe("code of HTML", () => {
  test("keeps its links, its places among the letters and the looks of its words", () => {
    const doc = read(
      "a.html",
      `<h1 id="top">T</h1><pre><code class="language-c"><b>fn</b> <a href="https://lamp.example/"><code>lamp</code></a>(\n  <i>a</i>: <a href="#there">There</a>, <span id="there">b</span><a id="end"></a>\n)</code></pre><p>See <a href="#end">the end</a>.</p>`,
    );
    const code = doc.child(1);
    expect(code.textContent).toBe("fn lamp(\n  a: There, b\n)");
    expect(code.toString()).toMatch(
      /^code_block\(strong\("fn"\), " ", link\("lamp"\), "\(\\n  ", emphasis\("a"\), ": ", link\("There"\), ", ", bookmark\("b"\), bookmark_point, "\\n\)"\)$/,
    );
    const index = indexDocument(doc);
    expect(index.links).toHaveLength(3);
    expect(index.bookmarks.map(({ name, shape }) => [name, shape])).toEqual([
      ["there", "range"],
      ["end", "point"],
    ]);
    expect(index.links.map(({ target }) => target.kind)).toEqual(["web", "destination", "destination"]);
  });

  test("keeps its notes", () => {
    const doc = read(
      "a.html",
      `<pre>a = 1 <sup><a id="s" href="#n" role="doc-noteref">1</a></sup>\nb</pre><section role="doc-endnotes"><ol><li id="n" role="doc-footnote"><p>One.</p></li></ol></section>`,
    );
    expect(doc.toString()).toBe('doc(code_block("a = 1 ", note("One."), "\\nb"))');
  });
});

const RICH = createDocument([
  paragraph("Before."),
  nodes.code_block.create({ language: "rust" }, [
    schema.text("fn "),
    schema.text("lamp", [marks.link.create({ target: { kind: "web", url: "https://lamp.example/" } })]),
    schema.text("()\n\n  "),
    schema.text("burn", [marks.strong.create()]),
    nodes.note.create({ place: "foot" }, schema.text("At night.")),
    schema.text(";\n"),
    nodes.note.create({ place: "end" }, schema.text("Or not.")),
  ]),
  nodes.code_block.create(null, nodes.note.create({ place: "foot" }, schema.text("Alone."))),
  nodes.bullet_list.create(null, [
    nodes.list_item.create(null, [
      paragraph("In an item:"),
      nodes.code_block.create(null, [
        schema.text("x", [marks.link.create({ target: { kind: "mail", address: "l@lamp.example" } })]),
        schema.text("\n\ny"),
      ]),
    ]),
  ]),
]);

test.each(["html", "markdown", "gaterope"] as const)(
  "code with links and notes goes out as %s and comes in again",
  (format) => {
    const { text } = writeFile({ doc: RICH, pictures: new Map() }, format);
    const name = { html: "a.html", markdown: "a.md", gaterope: "a.gaterope.json" }[format];
    expect(read(name, text).content.content.map(String)).toEqual(RICH.content.content.map(String));
  },
);

test("code is told as plain text with all of its letters", () => {
  const { text } = writeFile({ doc: RICH, pictures: new Map() }, "text");
  expect(text).toContain("fn lamp()");
});

test.each(["html", "markdown"] as const)("%s keeps the language of code, whatever it is called", (format) => {
  const languages = ["c#", "objective-c++", "asp.net", "shell session", "a`b", 'say "so"', "&lt;"];
  const doc = createDocument(
    languages.flatMap((language) => [
      nodes.code_block.create({ language }, schema.text("plain")),
      nodes.code_block.create({ language }, schema.text("bold", [marks.strong.create()])),
    ]),
  );
  const { text } = writeFile({ doc, pictures: new Map() }, format);
  const back = read({ html: "a.html", markdown: "a.md" }[format], text);
  expect(back.content.content.map((node) => asKind(node, "code_block")?.language)).toEqual(
    languages.flatMap((language) => [language, language]),
  );
});
