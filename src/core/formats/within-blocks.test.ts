import { describe, expect, test } from "@jest/globals";
import { essence } from "#tests/arbitrary-document";
import { indexDocument } from "@/core/index";
import type { Manuscript } from "@/core/document";
import { readFile, writeFile } from ".";

function read(name: string, text: string): { manuscript: Manuscript; dropped: string[] } {
  const result = readFile(name, new TextEncoder().encode(text));
  if (!result.ok) throw new Error(result.error.reason);
  return { manuscript: result.manuscript, dropped: result.dropped.map(({ what }) => what) };
}

const FIGURE =
  '<figure id="dome"><p class="no-picture" data-alt="A dome">A dome</p><figcaption>The dome</figcaption></figure>';
const AROUND = [
  ["an item", (inner: string) => `<ul><li>One${inner}Two</li></ul>`],
  ["a quotation", (inner: string) => `<blockquote><p>One</p>${inner}<p>Two</p></blockquote>`],
  ["a notice", (inner: string) => `<aside data-notice="tip"><p>One</p>${inner}<p>Two</p></aside>`],
  ["a definition", (inner: string) => `<dl><dt>T</dt><dd><p>One</p>${inner}<p>Two</p></dd></dl>`],
  ["a cell", (inner: string) => `<table><tr><td><p>One</p>${inner}<p>Two</p></td></tr></table>`],
] as const;

describe.each(AROUND)("a figure in %s", (_where, around) => {
  test("has its anchor and a bookmark of its own, in and out and in again", () => {
    const { manuscript, dropped } = read(
      "a.html",
      around(`<div id="pin" data-name="My pin"></div>${FIGURE}`),
    );
    expect(dropped).toEqual([]);
    const index = indexDocument(manuscript.doc);
    const [figure] = index.figures;
    expect(index.anchors.of(figure!.id)).toBe("dome");
    expect(index.bookmarks).toMatchObject([{ name: "My pin", shape: "block", pos: figure!.pos }]);
    for (const format of ["html", "markdown"] as const) {
      const { text } = writeFile(manuscript, format);
      const again = read(format === "html" ? "a.html" : "a.md", text);
      expect(essence(again.manuscript.doc)).toEqual(essence(manuscript.doc));
      const back = indexDocument(again.manuscript.doc);
      expect(back.bookmarks).toMatchObject([{ name: "My pin", shape: "block", pos: back.figures[0]!.pos }]);
      expect(back.anchors.of(back.figures[0]!.id)).toBe("dome");
    }
  });
});

test("a table in a table, with its caption, goes out and comes in again", () => {
  const inner = "<table><caption>Inner</caption><tr><th>a</th></tr><tr><td>b</td></tr></table>";
  const { manuscript } = read(
    "a.html",
    `<table><caption>Outer</caption><tr><td>c${inner}d</td></tr></table>`,
  );
  const captions = (doc: Manuscript["doc"]) => indexDocument(doc).tables.map(({ name }) => name);
  expect(captions(manuscript.doc)).toEqual(["Outer", "Inner"]);
  for (const format of ["html", "markdown"] as const) {
    const again = read(`a.${format === "html" ? "html" : "md"}`, writeFile(manuscript, format).text);
    expect(captions(again.manuscript.doc)).toEqual(["Outer", "Inner"]);
    expect(essence(again.manuscript.doc)).toEqual(essence(manuscript.doc));
  }
});

test("a table of Markdown in an item stays there, and is written as a table again", () => {
  const { manuscript } = read(
    "a.md",
    "- Wind:\n\n  | Wind | Do |\n  | --- | --- |\n  | 10 | open |\n\n  Table: What to do\n\n  After.\n",
  );
  expect(manuscript.doc.toString()).toMatch(
    /^doc\(bullet_list\(list_item\(paragraph\("Wind:"\), table\(table_caption\("What to do"\)/,
  );
  expect(writeFile(manuscript, "markdown").text).toContain("  | Wind | Do |");
});

test("ten thousand tables within each other keep their words", () => {
  const { manuscript, dropped } = read("a.html", `${"<table><tr><td>".repeat(10_000)}deep`);
  expect(manuscript.doc.textContent).toContain("deep");
  expect(dropped).toContain("nesting deeper than 12 levels");
});
