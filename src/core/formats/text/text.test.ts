import { documentTitle } from "@/core/document";
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
    expect(documentTitle(doc)).toBe("Winter road notes");
    expect(doc.toString()).toBe('doc(paragraph("a"), page_break, paragraph("b"))');
  });

  test("has rules where lines of signs part it", () => {
    expect(read("a\n\n----------\n\nb\n\n* * *\n\nc").doc.toString()).toBe(
      'doc(paragraph("a"), rule, paragraph("b"), rule, paragraph("c"))',
    );
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
      "Contents\nTwo\n\nOne\n\n- a\n   1. b\n\nNumbers\nx\ty\n1\t2\n\n  said\n\n* * *\n\nTwo\n",
    );
  });

  test("of 40,000 lines is read without harm", () => {
    expect(read("line\n\n".repeat(40_000)).doc.childCount).toBe(40_000);
  });

  test.each([
    ["titles", "CHAPTER\n".repeat(60_000)],
    ["small tables between words", "|a|b|\n|-|-|\n|--|-|\nwords\n".repeat(15_000)],
    ["a line that is nearly a line across", `|a|\n|${"-".repeat(300_000)}x-|\n|b|\n`],
    ["a table of many columns", `${"|a".repeat(3_000)}|\n|--|\n${"|b".repeat(3_000)}|\n`],
  ])("of %s is read, and keeps every word", (_what, text) => {
    const words = (all: string) => all.match(/[a-z]+/gi)!.length;
    expect(words(writeFile(read(text), "text").text)).toBe(words(text));
  });
});

describe("line ends of plain text", () => {
  const paragraphs = (text: string) => {
    const found: string[] = [];
    read(text).doc.forEach((block) => found.push(block.textBetween(0, block.content.size, "", () => " / ")));
    return found;
  };

  test("are joined where the text was wrapped at a column", () => {
    const text =
      "The bins are filled in the last week of October, eleven of them, one at\neach bend, and a twelfth at the white stone. Fill them on a dry day, since\nwet grit freezes into one piece.\n\nCut the grass beside the posts. The posts are of no use if the snow has\nsomething to climb on, and it will.";
    expect(paragraphs(text)).toEqual([
      "The bins are filled in the last week of October, eleven of them, one at each bend, and a twelfth at the white stone. Fill them on a dry day, since wet grit freezes into one piece.",
      "Cut the grass beside the posts. The posts are of no use if the snow has something to climb on, and it will.",
    ]);
  });

  const PROSE =
    "\n\nThe bins are filled in the last week of October, eleven of them, one at\neach bend, and a twelfth at the white stone. Fill them on a dry day, since\nwet grit freezes into one piece and has to be broken up with an iron bar.\n\n";

  test.each([
    [
      "verse",
      "The lamps burn low,\nthe road is white,\nand who would go\nabroad tonight?",
      "The lamps burn low, / the road is white, / and who would go / abroad tonight?",
    ],
    [
      "an address",
      "Corrow Hill Observatory\nThe Long House\nBrackenmere 4",
      "Corrow Hill Observatory / The Long House / Brackenmere 4",
    ],
    [
      "a list",
      "- the shovel with its long handle, which hangs behind the door of the\n  hut and goes back there\n- the bar",
      "- the shovel with its long handle, which hangs behind the door of the hut and goes back there / - the bar",
    ],
    [
      "a list with numbers",
      "1. Look at the drain.\n2. Look again.",
      "1. Look at the drain. / 2. Look again.",
    ],
    [
      "a typed contents list",
      "1. Before the frost ........ 1\n2. Reading the road ........ 2",
      "1. Before the frost ........ 1 / 2. Reading the road ........ 2",
    ],
    ["an underlined title", "The road\n========", "The road / ========"],
  ])("are kept in %s", (_what, text, kept) => {
    expect(paragraphs(PROSE + text + PROSE)[1]).toBe(kept);
  });

  test("end a paragraph where the next line begins further in", () => {
    const text =
      "   The bins are filled in the last week of October, eleven of them, one at\neach bend, and a twelfth at the white stone. Fill them on a dry day, since\nwet grit freezes into one piece.\n   Cut the grass beside the posts. The posts are of no use if the snow has\nsomething to climb on, and it will.";
    expect(paragraphs(text)).toHaveLength(2);
  });

  test("part a title from the text right below it, and lines that are paragraphs", () => {
    const long = "A line that nobody wrapped goes on and on until it has said all that it has to say, ";
    expect(
      paragraphs(`2.1 COLOURS${PROSE.trimStart().padStart(1)}`.replace("COLOURSThe", "COLOURS\nThe")),
    ).toHaveLength(2);
    expect(paragraphs(`${long.repeat(2)}\n${long.repeat(3)}`)).toHaveLength(2);
  });

  test("within a word put it together where the text has it whole elsewhere", () => {
    const text = `The observatory is old.${PROSE}One comes by a road which is not wide to the old stone house and the observ-\natory on the hill, by a path in the woods there, and that path is too well-\nknown.${PROSE}`;
    expect(paragraphs(text)[2]).toMatch(/and the observatory on the hill, .* well-known\.$/);
  });

  test("say how many were joined", () => {
    const result = readFile("a.txt", bytes(PROSE));
    expect(result.ok && result.dropped).toMatchObject([{ what: "joined line end", count: 2 }]);
  });
});
