import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import {
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  newId,
  withSettings,
  schema,
  type DestinationId,
  type IndexEntry,
} from "@/core/document";
import { indexDocument } from "@/core/index";
import { writeFile } from "@/core/formats";
import { readProof } from "@/core/proof";
import { anyDocument } from "#tests/arbitrary-document";
import { heading, paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { wordsOfHtml } from "#tests/words-of-html";
import { indexLines, missingEntries, withContents, wordsOfLine } from ".";
import { cpuTime } from "#tests/cpu-time";
import { runs } from "#tests/runs";

const { nodes, marks } = schema;

const entered = (words: string, entry: Partial<IndexEntry> & { main: string }, id = newId()) =>
  schema.text(words, [marks.index_entry.create({ id, ...entry })]);
const line = (...inline: Node[]) => nodes.paragraph.create(null, inline);
const bookIndex = () =>
  nodes.contents_list.create({ id: newId(), heading: "Index", list: { of: "entries" } });
const pageBreak = () => nodes.page_break.create();

/** The lines of the index as they are read, those below another further in. */
function told(blocks: Node[], language = "en"): string[] {
  const index = indexDocument(createDocument(blocks, { language, title: "The log" }));
  return indexLines(index).map((one) => "  ".repeat(one.depth) + wordsOfLine(one, index, null));
}

/** The same with the numbers of pages. */
async function onPages(blocks: Node[]): Promise<string[]> {
  const index = indexDocument(createDocument(blocks));
  const pages = await laidOut(index.doc);
  return indexLines(index).map((one) => "  ".repeat(one.depth) + wordsOfLine(one, index, pages));
}

describe("the index at the back of a book", () => {
  test("has each entry once, with the sections of its places and the entries below it", () => {
    expect(
      told([
        heading(1, "Ropes"),
        line(
          entered("rope", { main: "rope" }),
          schema.text(" and "),
          entered("knot", { main: "rope", sub: "knots" }),
        ),
        heading(1, "Gates"),
        line(entered("ropes", { main: "rope" }), schema.text(" again "), entered("ropes", { main: "rope" })),
        line(entered("Ämter", { main: "Ämter" })),
      ]),
    ).toEqual(["Ämter, Gates", "rope, Ropes, Gates", "  knots, Ropes"]);
  });

  test("is in the order of its language, and tells capitals apart", () => {
    const blocks = ["zebra", "Öl", "oben", "Zebra", "10 m", "9 m"].map((main) =>
      line(entered("x", { main })),
    );
    expect(told(blocks, "de")).toEqual([
      "9 m, The log",
      "10 m, The log",
      "oben, The log",
      "Öl, The log",
      "zebra, The log",
      "Zebra, The log",
    ]);
    expect(
      told(blocks, "sv")
        .map((one) => one.split(",")[0])
        .at(-1),
    ).toBe("Öl");
  });

  test("sends readers to other entries, instead of to a page and beside it", () => {
    const blocks = [
      heading(1, "Ropes"),
      line(
        entered("cord", { main: "cord", see: "rope" }),
        entered("rope", { main: "rope", also: "knot" }),
        entered("knot", { main: "knot" }),
      ),
    ];
    expect(told(blocks)).toEqual(["cord, see rope", "knot, Ropes", "rope, Ropes; see also knot"]);
    expect(told(blocks, "de")[0]).toBe("cord, siehe rope");
  });

  test("tells pages, those of a place that goes over several as from and to, and none of them twice", async () => {
    const id = newId();
    const over = { main: "rope" };
    expect(
      await onPages([
        line(entered("a", { main: "first" })),
        line(entered("b", over, id)),
        pageBreak(),
        line(entered("c", over, id)),
        line(entered("d", over)),
        pageBreak(),
        line(entered("e", over)),
        line(entered("f", over)),
      ]),
    ).toEqual(["first, 1", "rope, 1–2, 3"]);
  });

  test("two places that a file gave one id are two where their entries differ", () => {
    const id = "same" as DestinationId;
    expect(
      told([heading(1, "A"), line(entered("x", { main: "x" }, id), entered("y", { main: "y" }, id))]),
    ).toEqual(["x, A", "y, A"]);
  });

  test("holds what stands in cells, captions, notes, code and items", async () => {
    const word = (main: string) => [entered("x", { main })];
    const p = (main: string) => nodes.paragraph.create(null, word(main));
    const blocks = [
      nodes.bullet_list.create(null, nodes.list_item.create(null, p("item"))),
      nodes.code_block.create(null, word("code")),
      nodes.figure.create({ alt: "x" }, word("caption")),
      line(nodes.note.create({ id: newId() }, word("note"))),
      nodes.table.create(null, [
        nodes.table_caption.create(),
        nodes.table_grid.create(null, nodes.table_row.create(null, nodes.table_cell.create(null, p("cell")))),
      ]),
    ];
    expect(await onPages(blocks)).toEqual(["caption, 1", "cell, 1", "code, 1", "item, 1", "note, 1"]);
  });

  test("is set on pages with the numbers of the pages that come of it, each a link", async () => {
    const blocks = [
      bookIndex(),
      pageBreak(),
      heading(1, "Ropes"),
      line(entered("rope", { main: "rope" })),
      pageBreak(),
      line(entered("rope", { main: "rope" })),
    ];
    const layout = await laidOut(createDocument(blocks));
    expect(wordsOfLine(indexLines(layout.index)[0]!, layout.index, layout)).toBe("rope, 2, 3");
    const set = layout.flows[0]!.strips.flatMap(({ content }) =>
      "text" in content && content.text ? content.text.source : [],
    );
    expect(set.map(({ text }) => text)).toEqual(["Index", "rope, 2, 3"]);
    expect(set[1]!.spans.flatMap(({ style }) => (style.link ? [style.link.kind] : []))).toEqual([
      "destination",
      "destination",
    ]);
  });

  test("says so where nothing is entered", async () => {
    const layout = await laidOut(createDocument([bookIndex(), paragraph("x")]));
    expect(layout.flows[0]!.strips.length).toBe(2);
  });
});

test("an index of any document has the same lines in HTML, Markdown, plain text and on pages", async () => {
  await fc.assert(
    fc.asyncProperty(anyDocument, async (any) => {
      const doc = any.type.create(any.attrs, any.content.addToStart(bookIndex()));
      const index = indexDocument(doc);
      const wanted = indexLines(index).map((one) => wordsOfLine(one, index, null));
      fc.pre(wanted.length > 0);
      const written = (format: "html" | "markdown" | "text") =>
        writeFile({ doc, pictures: new Map() }, format).text;
      const nav = /<ol class="book-index">[\s\S]*?<\/nav>/.exec(written("html"))![0];
      const items = nav.split("<li>").slice(1);
      expect(items.map(wordsOfHtml)).toEqual(wanted);
      const [list] = /<!-- contents[\s\S]*?<!-- \/contents/.exec(written("markdown"))!;
      expect(list.match(/^\s*[*+-] /gm)).toHaveLength(wanted.length);
      const lines = written("text").split("\n\n")[0]!.split("\n").slice(1);
      expect(lines.map((one) => one.trim())).toEqual(wanted.map((one) => one.trim()));
      const layout = await laidOut(doc);
      const set = layout.flows[0]!.strips.flatMap(({ content }) =>
        content.kind === "text" && content.line === 0 ? [content.text.source.text] : [],
      );
      expect(set.slice(1)).toEqual(
        indexLines(layout.index).map((one) => wordsOfLine(one, layout.index, layout)),
      );
    }),
    { numRuns: runs(60) },
  );
});

test("an index at the end is no contents list: one is put at the front, and the text begins before the index", async () => {
  const doc = createDocument([heading(1, "Front"), pageBreak(), heading(1, "Body"), bookIndex()]);
  expect(withContents(doc, { from: 1, to: 2 }).childCount).toBe(5);
  const page = { ...FIRST_SHEET.page, setup: { ...FIRST_SETUP, romanFront: true } };
  const layout = await laidOut(withSettings(doc, { styles: { ...FIRST_SHEET, page } }));
  expect(layout.labelAt(doc.content.size - 2)).toBe("2");
});

describe("entries that send readers to one there is not", () => {
  const blocks = [
    line(entered("cord", { main: "cord", see: "rope" })),
    line(entered("knot", { main: "knot", sub: "bowline", also: "hitch" })),
    line(entered("gate", { main: "gate", also: "knot, bowline" })),
  ];

  test("are found by the proof", () => {
    const index = indexDocument(createDocument(blocks));
    expect(missingEntries(index).map(({ to }) => to)).toEqual(["rope", "hitch"]);
    expect(readProof(index).map(({ says }) => says)).toEqual([
      "The index entry “cord” sends readers to “rope”, which the index does not have.",
      "The index entry “knot” sends readers to “hitch”, which the index does not have.",
    ]);
  });
});

test("ten thousand places in one paragraph take time in step with them", () => {
  const inline = Array.from({ length: 10_000 }, (_, i) => entered("x ", { main: `entry ${i % 500}` }));
  const time = cpuTime(() =>
    expect(indexLines(indexDocument(createDocument([line(...inline)]))).length).toBe(500),
  );
  expect(time).toBeLessThan(5_000);
});
