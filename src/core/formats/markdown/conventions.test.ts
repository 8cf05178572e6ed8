import { describe, expect, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { readFile, writeFile } from "..";
import type { ReturnRule } from "@/core/document";
import {
  contentsComment,
  contentsStart,
  returnsComment,
  returnsRule,
  shortTitleAttribute,
  shortTitleIn,
  tableCaption,
} from "./conventions";

describe("signs for what Markdown has no words for", () => {
  test("of a contents list are read as they are written", () => {
    const comment = contentsComment({ from: 1, to: 3, options: "" }, "contents", "Contents -- all of it");
    expect(contentsStart(comment)).toEqual({
      from: 1,
      to: 3,
      list: {},
      anchor: "contents",
      heading: "Contents – all of it",
    });
    expect(contentsStart("<!-- contents of the box -->")).toBeNull();
  });

  test("of a rule for return links likewise, with and without words", () => {
    for (const rule of [
      { levels: [1], words: "" },
      { levels: [1, 2], words: "Back up" },
      { levels: [], words: "", also: ["floating"] },
      { levels: [3], words: "Up", to: "top", also: ["steps", "headings"] },
    ] satisfies ReturnRule[])
      expect(returnsRule(returnsComment(rule))).toEqual(rule);
    expect(returnsRule("<!-- returns to sender -->")).toBeNull();
  });

  test("of a caption", () => {
    expect(tableCaption("Table: Lamps of the summit")).toBe("Lamps of the summit");
    expect(tableCaption("Tables: two")).toBeNull();
    expect(tableCaption("Table:")).toBeNull();
  });
});

describe("a caption in Markdown", () => {
  const read = (source: string) => {
    const result = readFile("a.md", new TextEncoder().encode(source));
    if (!result.ok) throw new Error(result.error.reason);
    return result.manuscript;
  };
  const table = "| a | b |\n| - | - |\n| 1 | 2 |\n\n";

  test("belongs to the table right before it, with its emphasis", () => {
    const { doc } = read(`${table}Table: The *whole* lot\n`);
    expect(doc.childCount).toBe(1);
    expect(doc.child(0).child(0).toString()).toBe('table_caption("The ", emphasis("whole"), " lot")');
    expect(indexDocument(doc).tables[0]!.name).toBe("The whole lot");
  });

  test("stays a paragraph where there is no table before it", () => {
    expect(read("Table: of nothing\n").doc.toString()).toBe('doc(paragraph("Table: of nothing"))');
    expect(read(`${table}between\n\nTable: too late\n`).doc.childCount).toBe(3);
  });

  test("goes out after its table and comes back", () => {
    const manuscript = read(`${table}Table: Numbers\n`);
    const { text } = writeFile(manuscript, "markdown");
    expect(text).toContain("\n\nTable: Numbers\n");
    expect(read(text).doc.child(0).textContent).toBe(manuscript.doc.child(0).textContent);
  });
});

describe("inline HTML in Markdown", () => {
  const index = (source: string) => {
    const result = readFile("a.md", new TextEncoder().encode(source));
    if (!result.ok) throw new Error(result.error.reason);
    return indexDocument(result.manuscript.doc);
  };

  test("a range goes on over paragraphs until its end sign", () => {
    const { bookmarks } = index('a <a id="r" data-name="Long range"></a>b\n\nc\n\nd<a data-end="r"></a> e\n');
    expect(bookmarks).toMatchObject([{ name: "Long range", shape: "range", text: "b c d" }]);
  });

  test("a tag that is not closed ends with its paragraph", () => {
    const { doc } = index("a <u>b\n\nc\n");
    expect(doc.toString()).toBe('doc(paragraph("a ", underline("b")), paragraph("c"))');
  });

  test("a link in HTML leads like one in Markdown", () => {
    const { links, headings } = index('# One\n\n<a href="#one">go</a>\n');
    expect(links[0]).toMatchObject({ text: "go", target: { id: headings[0]!.id } });
  });
});

test.each(["In brief", 'a "b" {c}', "*d* 50% ~_[]`\\", "über: www.x.de", "عربي", "\ud800 alone"])(
  "the short title %j stands among the attributes of a heading without any sign of Markdown",
  (short) => {
    const written = shortTitleAttribute(short);
    expect(written.slice(7, -1)).not.toMatch(/[{}"*_~`\\.:[\]]/);
    expect(shortTitleIn(`#an-anchor ${written} .appendix`)).toEqual({
      short: short.replace("\ud800", "\ufffd"),
      rest: "#an-anchor .appendix",
    });
  },
);

test("a short title that is not written as it should be is taken as it stands", () => {
  expect(shortTitleIn('short="100%"').short).toBe("100%");
  expect(shortTitleIn("#short").short).toBe("");
});
