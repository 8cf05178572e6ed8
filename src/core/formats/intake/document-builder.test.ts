import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { idOf, schema, settingsOf, documentTitle } from "@/core/document";
import { indexDocument } from "@/core/index";
import { DocumentBuilder } from "./document-builder";
import { DropLog } from "./drop-log";
import { ReadError } from "./read-error";
import { tableGrid, type CellDraft } from "./table-grid";
import { runs } from "#tests/runs";

const { marks } = schema;
const nothing = () => undefined;

function built(make: (builder: DocumentBuilder) => void) {
  const dropped = new DropLog();
  const builder = new DocumentBuilder(dropped);
  make(builder);
  const { doc } = builder.finish({ name: "file.html", languageOf: () => null }, nothing);
  doc.check();
  return { doc, dropped: dropped.entries.map(({ what }) => what), index: indexDocument(doc) };
}

describe("what a reader meets becomes a valid document", () => {
  test("whatever is opened and closed, in whatever order", () => {
    const call = fc.constantFrom(
      "text",
      "paragraph",
      "heading",
      "code",
      "caption",
      "close",
      "ul",
      "/ul",
      "li",
      "/li",
      "quote",
      "/quote",
      "table",
      "/table",
      "row",
      "cell",
      "/cell",
      "figure",
      "/figure",
      "picture",
      "rule",
      "anchor",
      "break",
      "contents",
    );
    fc.assert(
      fc.property(fc.array(call, { maxLength: 60 }), (calls) => {
        const builder = new DocumentBuilder(new DropLog());
        let count = 0;
        const actions: Record<string, () => unknown> = {
          text: () => builder.text(`word${count++} `),
          paragraph: () => builder.openTextblock("paragraph"),
          heading: () => builder.openTextblock("heading", { level: 1 + (count % 6) }),
          code: () => builder.openTextblock("code_block"),
          caption: () => builder.openTextblock("caption"),
          close: () => builder.closeTextblock(),
          ul: () => builder.openContainer("bullet_list"),
          "/ul": () => builder.closeContainer("bullet_list"),
          li: () => builder.openContainer("list_item"),
          "/li": () => builder.closeContainer("list_item"),
          quote: () => builder.openContainer("quotation"),
          "/quote": () => builder.closeContainer("quotation"),
          table: () => builder.openTable(),
          "/table": () => builder.closeTable(),
          row: () => builder.openRow(),
          cell: () => builder.openCell(count % 2 === 0, 1 + (count % 3), 1 + (count % 2), null),
          "/cell": () => builder.closeCell(),
          figure: () => builder.openFigure(),
          "/figure": () => builder.closeFigure(),
          picture: () => builder.addPicture(null, `picture${count++}`),
          rule: () => builder.addLeaf(schema.nodes.rule.create()),
          anchor: () => builder.anchor(`a${count++}`),
          break: () => builder.hardBreak(),
          contents: () => builder.addLeaf(schema.nodes.contents_list.create()),
        };
        for (const one of calls) actions[one]!();
        try {
          const { doc } = builder.finish({ name: "file.html", languageOf: () => null }, nothing);
          doc.check();
          const ids = doc.content.content.map((block) => idOf(block)!);
          expect(new Set(ids).size).toBe(ids.length);
          // No word is lost, wherever it stood.
          const words = new Set(doc.textContent.match(/word\d+/g));
          let next = 0;
          for (const one of calls) {
            if (one === "text") expect(words).toContain(`word${next}`);
            if (one === "text" || one === "picture" || one === "anchor") next++;
          }
        } catch (error) {
          if (!(error instanceof ReadError)) throw error;
          expect(calls).not.toContain("text");
        }
      }),
      { numRuns: runs(500) },
    );
  });

  test("an empty file is told, not made into a document", () => {
    expect(() => built(nothing)).toThrow(ReadError);
    expect(() => built((builder) => builder.openTextblock("paragraph"))).toThrow(
      "no text that could become a document",
    );
  });

  test("signs that no document may hold are left out", () => {
    const { doc } = built((builder) => builder.text("a\u0000b\u0008c\ufffed\ud800e\udc00f🔭"));
    expect(doc.textContent).toBe("abcdef🔭");
  });

  test("a title comes from the file, its first heading, or its name", () => {
    expect(documentTitle(built((builder) => builder.text("x")).doc)).toBe("File");
    const headed = (builder: DocumentBuilder) => {
      builder.openTextblock("heading", { level: 2 });
      builder.text("Headed");
    };
    expect(documentTitle(built(headed).doc)).toBe("Headed");
    expect(
      settingsOf(
        built((builder) => {
          builder.title = " Own ";
          headed(builder);
        }).doc,
      ).title,
    ).toBe("Own");
  });
});

describe("anchors of a file", () => {
  test("before a block are its own if it is a heading, a bookmark on it otherwise", () => {
    const { index } = built((builder) => {
      builder.anchor("one");
      builder.openTextblock("heading", { level: 1 });
      builder.text("Title");
      builder.closeTextblock();
      builder.anchor("two");
      builder.openTextblock("paragraph");
      builder.text("text");
    });
    expect(index.anchors.of(index.headings[0]!.id)).toBe("one");
    expect(index.bookmarks).toMatchObject([{ name: "two", shape: "block" }]);
  });

  test("at the very end stay with the last block", () => {
    const { index } = built((builder) => {
      builder.text("text");
      builder.closeTextblock();
      builder.anchor("end");
    });
    expect(index.bookmarks).toMatchObject([{ name: "end", shape: "block", block: 0 }]);
  });

  test("enclosing words become a range; a range without words is a point", () => {
    const { index } = built((builder) => {
      builder.openTextblock("paragraph");
      const range = builder.rangeMark("range");
      builder.text("before ");
      builder.text("inside", [range]);
      builder.endRange(range);
      const empty = builder.rangeMark("empty");
      builder.endRange(empty);
      builder.text(" after");
    });
    expect(index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["range", "range", "inside"],
      ["empty", "point", ""],
    ]);
  });

  test("a second of one name is counted and does not take the first one's links", () => {
    const { index, dropped } = built((builder) => {
      const link = marks.link.create({ target: builder.links.targetOf("x") });
      builder.text("go", [link]);
      for (const words of ["first", "second"]) {
        builder.closeTextblock();
        builder.anchor("x");
        builder.openTextblock("heading", { level: 1 });
        builder.text(words);
      }
    });
    expect(dropped).toEqual(["anchor that stands twice"]);
    expect(index.links[0]!.target).toMatchObject({ id: index.headings[0]!.id });
  });
});

describe("a table", () => {
  const cell = (colspan = 1, rowspan = 1, header = false): CellDraft => ({
    header,
    colspan,
    rowspan,
    align: null,
    colwidth: null,
    children: [],
  });

  test("is a full rectangle whatever spans and rows a file has", () => {
    const draft = fc.array(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 })), { maxLength: 5 }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(draft, (rows) => {
        const grid = tableGrid(rows.map((row) => row.map(([colspan, rowspan]) => cell(colspan, rowspan))));
        if (rows.every((row) => row.length === 0)) return expect(grid).toBeNull();
        grid!.check();
        const height = grid!.childCount;
        const covered = Array.from({ length: height }, () => new Map<number, number>());
        grid!.forEach((row, _offset, y) => {
          let x = 0;
          row.forEach((one) => {
            while (covered[y]!.has(x)) x++;
            const { colspan, rowspan } = one.attrs as { colspan: number; rowspan: number };
            for (let dy = 0; dy < rowspan; dy++)
              for (let dx = 0; dx < colspan; dx++) {
                expect(y + dy).toBeLessThan(height);
                expect(covered[y + dy]!.has(x + dx)).toBe(false);
                covered[y + dy]!.set(x + dx, 1);
              }
            x += colspan;
          });
        });
        const width = Math.max(...covered.map((row) => row.size));
        for (const row of covered) expect(row.size).toBe(width);
      }),
      { numRuns: runs(500) },
    );
  });

  test("of 10,000 cells is built", () => {
    const grid = tableGrid(Array.from({ length: 100 }, () => Array.from({ length: 100 }, () => cell())))!;
    expect(grid.childCount * grid.child(0).childCount).toBe(10_000);
  });

  test("inside a table stands in its cell, and has an id and an anchor of its own", () => {
    const { doc, dropped, index } = built((builder) => {
      builder.openTable();
      builder.openRow();
      builder.openCell(false, 1, 1, null);
      builder.text("outer");
      builder.closeTextblock();
      builder.anchor("within");
      builder.openTable();
      builder.openRow();
      builder.openCell(false, 1, 1, null);
      builder.text("inner");
      builder.closeTable();
      builder.closeTable();
    });
    expect(doc.childCount).toBe(1);
    const [outer, inner] = index.tables;
    expect(doc.nodeAt(inner!.pos)!.textContent).toBe("inner");
    expect([outer!.block, inner!.block]).toEqual([0, 0]);
    expect(index.anchors.of(inner!.id)).toBe("within");
    expect([...index.captions.values()]).toEqual(["Table 1", "Table 2"]);
    expect(dropped).toEqual([]);
  });
});
