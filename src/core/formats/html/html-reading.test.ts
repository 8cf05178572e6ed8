import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { indexDocument } from "@/core/index";
import { readFile } from "..";
import { runs } from "#tests/runs";

function read(html: string) {
  const result = readFile("a.html", new TextEncoder().encode(html));
  if (!result.ok) throw new Error(result.error.reason);
  result.manuscript.doc.check();
  return result.manuscript.doc;
}
const shape = (html: string) => read(html).toString();

describe("tags that are missing, or in the wrong order", () => {
  test.each([
    [
      "paragraphs that are not closed",
      "<p>a<p>b<h2>c</h2>d",
      'doc(paragraph("a"), paragraph("b"), heading("c"), paragraph("d"))',
    ],
    [
      "items that are not closed",
      "<ol start=3><li>a<li>b</ol>",
      'doc(ordered_list(list_item(paragraph("a")), list_item(paragraph("b"))))',
    ],
    [
      "cells and rows that are not closed",
      "<table><tr><td>a<td>b<tr><td>c<td>d</table>e",
      'doc(table(table_caption, table_grid(table_row(table_cell(paragraph("a")), table_cell(paragraph("b"))), table_row(table_cell(paragraph("c")), table_cell(paragraph("d"))))), paragraph("e"))',
    ],
    ["a heading closed by another", "<h1>a</h2>b", 'doc(heading("a"), paragraph("b"))'],
    [
      "bold that ends outside its paragraph",
      "<b><p>a</b>b</p>c",
      'doc(paragraph(strong("a"), "b"), paragraph("c"))',
    ],
    ["an end tag of nothing", "</p></div>a</b>", 'doc(paragraph("a"))'],
    [
      "a link inside a link",
      '<p><a href="http://a.example">a<a href="http://b.example">b</a>c</p>',
      'doc(paragraph(link("a"), link("b"), "c"))',
    ],
    [
      "a list in a paragraph",
      "<p>a<ul><li>b</ul>c</p>",
      'doc(paragraph("a"), bullet_list(list_item(paragraph("b"))), paragraph("c"))',
    ],
    ["a comment with a sign of a tag in it", "<p>a<!-- > <b> -->b", 'doc(paragraph("ab"))'],
    ["an attribute with a sign of a tag in it", '<p title="a > b">c</p>', 'doc(paragraph("c"))'],
    [
      "a script with tags in it",
      "<p>a</p><script>'<p>x</p>'</script><p>b",
      'doc(paragraph("a"), paragraph("b"))',
    ],
    ["signs that are no tags", "<p>1 < 2 &lt; 3 &amp; 4 & 5</p>", 'doc(paragraph("1 < 2 < 3 & 4 & 5"))'],
    ["anchors as XHTML writes them", '<p><a id="x"/>a <b>b</b></p>', 'doc(paragraph("a ", strong("b")))'],
  ])("%s", (_name, html, expected) => expect(shape(html)).toBe(expected));

  test("lose no caption where a figure opens within a figure", () => {
    expect(read("<p>first</p><figure><caption>said <figure>").textContent).toBe("firstsaid");
  });

  test("lose no word, whatever the order", () => {
    const tags =
      "p b i a ul ol li table tr td th h1 h2 div blockquote pre span section figure figcaption caption dl dt dd".split(
        " ",
      );
    const piece = fc.oneof(
      fc.constantFrom(...tags).map((tag) => `<${tag}>`),
      fc.constantFrom(...tags).map((tag) => `</${tag}>`),
      fc.constant("WORD"),
    );
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 60 }), (pieces) => {
        let count = 0;
        const html = `<p>first</p>${pieces.map((one) => (one === "WORD" ? ` word${count++} ` : one)).join("")}`;
        const words = read(html).textContent;
        for (let i = 0; i < count; i++) expect(words).toContain(`word${i}`);
      }),
      { numRuns: runs(400) },
    );
  });
});

test("an id on a wrapper is kept for the heading it encloses, for a link, or as an empty sign", () => {
  const index = indexDocument(
    read(`<div id="layout"><div id="chapter"><h1>One</h1></div><div id="wanted"><p>two</p></div>
      <div id="sign"></div><p>three <a href="#wanted">go</a></p></div>`),
  );
  expect(index.anchors.of(index.headings[0]!.id)).toBe("chapter");
  expect(index.bookmarks.map(({ name }) => name)).toEqual(["wanted", "sign"]);
});
