import { describe, expect, test } from "@jest/globals";
import { readFile, writeFile } from "..";

const bytes = (text: string) => new TextEncoder().encode(text);

function read(text: string, name = "winter-road_notes.txt") {
  const result = readFile(name, bytes(text));
  if (!result.ok) throw new Error(result.error.reason);
  return result.manuscript;
}

describe("plain text", () => {
  test("has paragraphs between blank lines, and keeps its line ends", () => {
    expect(read("one\ntwo\n\n \t\n\nthree\r\nfour\r\rfive").doc.toString()).toBe(
      'doc(paragraph("one", hard_break, "two"), paragraph("three", hard_break, "four"), paragraph("five"))',
    );
  });

  test("is called after its file, and breaks pages at form feeds", () => {
    const { doc } = read("a\n\n\fb");
    expect(doc.attrs.title).toBe("Winter road notes");
    expect(doc.toString()).toBe('doc(paragraph("a"), page_break, paragraph("b"))');
  });

  test("does not take signs for markup", () => {
    const source = "# not a heading\n\n<b>not bold</b>\n\n* not a list\n\n[x](y)";
    expect(writeFile(read(source), "text").text.trim()).toBe(source);
  });

  test("goes out with lists, tables, captions and contents as words", () => {
    const result = readFile(
      "a.md",
      bytes(
        "<!-- contents 1-2 #contents: Contents -->\n\n<!-- /contents -->\n\n# One\n\n- a\n  1. b\n\n| x | y |\n|-|-|\n| 1 | 2 |\n\nTable: Numbers\n\n> said\n\n***\n\n## Two\n",
      ),
    );
    if (!result.ok) throw new Error(result.error.reason);
    expect(writeFile(result.manuscript, "text").text).toBe(
      "Contents\nOne\n  Two\n\nOne\n\n- a\n   1. b\n\nNumbers\nx\ty\n1\t2\n\n  said\n\n* * *\n\nTwo\n",
    );
  });

  test("of 40,000 lines is read without harm", () => {
    expect(read("line\n\n".repeat(40_000)).doc.childCount).toBe(40_000);
  });
});
