import { expect, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { createDocument, idOf, schema } from "@/core/document";
import { readFile } from "@/core/formats";
import { heading, paragraph } from "#tests/editing";
import { firstWords } from "./first-words";

function indexed(markdown: string) {
  const read = readFile("words.md", new TextEncoder().encode(markdown));
  if (!read.ok) throw new Error(read.error.reason);
  return indexDocument(read.manuscript.doc);
}

const numbered = (count: number) =>
  indexDocument(createDocument(Array.from({ length: count }, (_, i) => paragraph(`Paragraph ${i}.`))));

test("words stand with their looks, and nothing of them is taken for markup", () => {
  const html = firstWords(indexed("# A & B\n\nSay **\\<b>no** to `x < y`.\n\n- one\n- two"), 0);
  expect(html).toMatch(/^<h1 data-id="[\w-]+">A &amp; B<\/h1><p data-id="[\w-]+">Say <strong>&lt;b&gt;no/);
  expect(html).toContain("<code>x &lt; y</code>");
  expect(html).toMatch(/<ul data-id="[\w-]+"><li><p[^>]*>one<\/p><\/li>/);
});

test("a text without words is as high as a line", () => {
  const html = firstWords(indexDocument(createDocument([paragraph(), heading(2, "")])), 0);
  expect(html.match(/<br class="ProseMirror-trailingBreak"><\/(p|h2)>/g)).toHaveLength(2);
});

test("notes are counted from the beginning of the document, wherever one begins to read", () => {
  const note = (words: string) => schema.nodes.note.create({ id: words }, schema.text(words));
  const blocks = Array.from({ length: 60 }, (_, i) =>
    schema.nodes.paragraph.create(null, [schema.text(`Words ${i}`), note(`n${i}`)]),
  );
  const html = firstWords(indexDocument(createDocument(blocks)), 40);
  expect(html).toMatch(/Words 40<sup class="note-sign" style="--label: &quot;41&quot;"><\/sup>/);
});

test("cross-references, contents lists and equations are written as they will be drawn", () => {
  const doc = indexed("# One\n\nSee $x^2$ and\n\n$$\ny\n$$\n\n## Two\n\nwords").doc;
  const target = { kind: "destination", id: idOf(doc.child(0))! };
  const withList = doc.copy(
    doc.content.addToStart(schema.nodes.contents_list.create({ id: "list" })).addToEnd(
      schema.nodes.paragraph.create(
        { id: "last" },
        schema.nodes.cross_reference.create({
          target: { ...target, was: "?" },
          form: "{title}",
          linked: true,
        }),
      ),
    ),
  );
  const html = firstWords(indexDocument(withList), 0);
  expect(html).toContain('<ul><li style="--depth: 0"><button type="button">Two</button></li>');
  expect(html).toContain('<span class="cross-reference linked">One</span>');
  expect(html).toMatch(/<span class="formula"><span class="katex">/);
  expect(html).toMatch(/<div class="equation-line labelled" style="[^"]+"><span class="katex-display">/);
});

test("far into a document some blocks stand before the one that is shown first, which is marked", () => {
  const html = firstWords(numbered(500), 300);
  expect(html).toMatch(/^<p [^>]*>Paragraph 288\./);
  expect(html.match(/data-first=""[^>]*>([^<]*)/)![1]).toBe("Paragraph 300.");
  expect(html).toContain("Paragraph 339.");
  expect(html).not.toContain("Paragraph 340.");
  expect(firstWords(numbered(5), 0)).not.toContain("data-first");
});

test("a block that is longer than anybody reads at once is left to the editor", () => {
  const doc = createDocument([paragraph("Before."), paragraph("x".repeat(300_000)), paragraph("After.")]);
  expect(firstWords(indexDocument(doc), 0)).toMatch(/^<p [^>]*>Before\.<\/p>$/);
  expect(firstWords(indexDocument(doc), 1)).toBe("");
  expect(firstWords(indexDocument(doc), 2)).toBe("");
});

test("heaps of marks are parted as the editor parts them", () => {
  const doc = createDocument([heading(1, `Zo${"\u0301".repeat(100)}`), paragraph("words")]);
  const html = firstWords(indexDocument(doc), 0);
  expect(html).toMatch(/^<h1[^>]*>Zo<bdi>\u0301{64}<\/bdi><bdi>\u0301{36}<\/bdi><\/h1><p/);
});

test("of blocks longer than a window there are only as many as fill it", () => {
  const long = paragraph("word ".repeat(10_000));
  const html = firstWords(
    indexDocument(createDocument(Array.from({ length: 40 }, () => long.copy(long.content)))),
    0,
  );
  expect(html.length).toBeLessThan(120_000);
});
