import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument } from "#tests/arbitrary-document";
import { htmlFaults } from "#tests/html-faults";
import { longManual } from "#tests/long-manual";
import { createDocument, idOf, schema } from "@/core/document";
import { withContents, withReturns } from "@/core/wayfinding";
import { indexDocument } from "@/core/index";
import { readFile, writeFile } from "..";
import { runs } from "#tests/runs";

/** Links of a page that lead to an id which is not there, and ids that stand twice. */
function broken(html: string): string[] {
  const ids = [...html.matchAll(/ id="([^"]*)"/g)].map((found) => found[1]!.replace(/&amp;/g, "&"));
  const twice = ids.filter((id, i) => ids.indexOf(id) !== i);
  const known = new Set(ids);
  const dead = [...html.matchAll(/ href="#([^"]*)"/g)]
    .map((found) => decodeURIComponent(found[1]!))
    .filter((id) => !known.has(id));
  return [...twice.map((id) => `twice: ${id}`), ...dead.map((id) => `dead: ${id}`)];
}

test("a list that readers fold is valid, each branch with a name, and reads as one without", async () => {
  const list = (folds?: true) => schema.nodes.contents_list.create({ list: folds ? { folds } : {} });
  const text = ["# One & 1 < 2", "## Deep", "### Deeper", "# Two"].join("\n\n");
  const read = readFile("a.md", new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.error.reason);
  const blocks = read.manuscript.doc.content.content;
  const html = (folds?: true) =>
    writeFile({ doc: createDocument([list(folds), ...blocks]), pictures: new Map() }, "html").text;
  expect(await htmlFaults(html(true))).toEqual([]);
  expect(html(true).match(/<summary><span>[^<]+<\/span><\/summary>/g)).toEqual([
    "<summary><span>One &amp; 1 &lt; 2</span></summary>",
    "<summary><span>Deep</span></summary>",
  ]);
  expect(html()).not.toContain("<details");
  const back = readFile("a.html", new TextEncoder().encode(html(true)));
  if (!back.ok) throw new Error(back.error.reason);
  expect(back.manuscript.doc.childCount).toBe(blocks.length + 1);
});

test("a heap of marks on one letter is written in pieces that a browser sets one by one, and reads as it was", async () => {
  const text = `Zo${"\u0301".repeat(200)}n, e\u0301`;
  const doc = createDocument([schema.nodes.heading.create({ level: 1 }, schema.text(text))]);
  const html = writeFile({ doc, pictures: new Map() }, "html").text;
  expect(html.match(/<bdi>\u0301+<\/bdi>/g)!.map((piece) => piece.length - 11)).toEqual([64, 64, 64, 8]);
  expect(await htmlFaults(html)).toEqual([]);
  const back = readFile("a.html", new TextEncoder().encode(html));
  if (!back.ok) throw new Error(back.error.reason);
  expect(back.manuscript.doc.firstChild!.textContent).toBe(text);
});

describe("the exported page", () => {
  const manual = readFile("manual.md", new TextEncoder().encode(longManual()));
  if (!manual.ok) throw new Error(manual.error.reason);
  const doc = withReturns(withContents(manual.manuscript.doc, { from: 1, to: 3 }), 2);
  const { text, promised } = writeFile({ doc, pictures: new Map() }, "html");

  test("of a long manual is valid, and every link in it leads to an id that is there once", async () => {
    expect(await htmlFaults(text)).toEqual([]);
    expect(broken(text)).toEqual([]);
    expect(promised.length).toBeGreaterThan(600);
  });

  test("loads nothing from anywhere and runs nothing", () => {
    expect(text).not.toMatch(/<script|<link|<iframe|\son\w+=|url\((?!data:)|src="(?!data:)|@import/i);
    expect(text.match(/<nav/g)).toHaveLength(indexDocument(doc).contentsLists.length);
    expect(text).toContain('<meta name="viewport"');
  });

  test("of any document is valid, and its links land", async () => {
    await fc.assert(
      fc.asyncProperty(anyDocument, async (doc) => {
        const page = writeFile({ doc, pictures: new Map() }, "html").text;
        expect(await htmlFaults(page)).toEqual([]);
        expect(broken(page)).toEqual([]);
      }),
      { numRuns: runs(40) },
    );
  });

  test("keeps earlier anchors of a heading as places of their own", () => {
    const one = createDocument([schema.nodes.heading.create(null, schema.text("Log"))]);
    const id = idOf(one.child(0))!;
    const registry = {
      bookmarks: {},
      anchors: { [id]: { anchor: "log", aliases: ["old-log", "with space"] } },
    };
    const page = writeFile(
      { doc: one.type.create({ ...one.attrs, registry }, one.content), pictures: new Map() },
      "html",
    ).text;
    expect(page).toContain('<h1 id="log"><span id="old-log" data-earlier="log"></span>Log</h1>');
  });
});
