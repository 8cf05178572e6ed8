import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { isKind } from "@/core/document";
import { readFile, writeFile } from "..";
import { runs } from "#tests/runs";

function read(text: string) {
  const result = readFile("a.txt", new TextEncoder().encode(text));
  if (!result.ok) throw new Error(result.error.reason);
  return result.manuscript;
}

/** The cells of the first table, row by row, and its caption. */
function tableIn(text: string) {
  const { doc } = read(text);
  const table = doc.content.content.find((block) => isKind(block, "table"))!;
  return {
    caption: table.child(0).textContent,
    rows: table.child(1).content.content.map((row) => row.content.content.map((cell) => cell.textContent)),
    heads: table.child(1).content.content.map((row) => isKind(row.child(0), "table_header")),
    blocks: doc.content.content.map((block) => block.type.name),
  };
}

test("a table with lines between its rows has the wrapped words of each cell together, and its caption", () => {
  expect(
    tableIn(`The lamps.

    Table 3.4. The lamps of the hill

    +------------------------------------+
    |  lamp   |   who lights  |   when   |
    |  number |      it       |          |
    |---------+---------------+----------|
    |1        |the warden     |at dusk,  |
    |         |               |every day |
    |---------+---------------+----------|
    |2        |a guest        |at noon   |
    +------------------------------------+

More words.`),
  ).toEqual({
    caption: "The lamps of the hill",
    rows: [
      ["lamp number", "who lights it", "when"],
      ["1", "the warden", "at dusk, every day"],
      ["2", "a guest", "at noon"],
    ],
    heads: [true, false, false],
    blocks: ["paragraph", "table", "paragraph"],
  });
});

test("a table with one line below its head has a row in each line", () => {
  expect(
    tableIn(`+-----+--------+
| bin | bend   |
+-----+--------+
| 1   | first  |
| 2   | second |
|     | and third |
+-----+--------+`).rows,
  ).toEqual([
    ["bin", "bend"],
    ["1", "first"],
    ["2", "second and third"],
  ]);
});

test("a double line closes the head", () => {
  const { rows, heads } = tableIn(
    "+---+---+\n| a | b |\n+---+---+\n| c | d |\n+===+===+\n| 1 | 2 |\n+---+---+\n| 3 | 4 |\n+---+---+",
  );
  expect(rows).toHaveLength(4);
  expect(heads).toEqual([true, true, false, false]);
});

test("bars among the words of a cell part no cells", () => {
  expect(
    tableIn(
      "+---------+--------+\n| command | does   |\n+---------+--------+\n| a | b   | joins  |\n+---------+--------+\n| c       | ends   |\n+---------+--------+",
    ).rows,
  ).toEqual([
    ["command", "does"],
    ["a | b", "joins"],
    ["c", "ends"],
  ]);
});

test("a drawing that is no table keeps its look", () => {
  const box = "+-------+\n| a box |\n+-------+";
  const manuscript = read(`Words.\n\n${box}\n\nWords.`);
  expect(manuscript.doc.child(1).type.name).toBe("code_block");
  expect(manuscript.doc.child(1).textContent).toBe(box);
  expect(writeFile(manuscript, "text").text).toContain(box);
});

test("no word is lost where a table stands right below a line and right above another", () => {
  const { blocks, rows } = tableIn("See here:\n| a | b |\n|---|---|\n| 1 | 2 |\nand on.");
  expect(blocks).toEqual(["paragraph", "table", "paragraph"]);
  expect(rows).toEqual([
    ["a", "b"],
    ["1", "2"],
  ]);
});

test("bars without a line across are words", () => {
  expect(read("| one |\n| two |\n| three |").doc.firstChild!.type.name).toBe("paragraph");
});

test("a sentence about a table is not its caption", () => {
  const { caption, blocks } = tableIn("Table 3 has the lamps\n\n| a | b |\n|---|---|\n| 1 | 2 |");
  expect(caption).toBe("");
  expect(blocks).toEqual(["paragraph", "table"]);
});

test("whatever is drawn, no letter is lost or doubled", () => {
  const line = fc
    .tuple(
      fc.constantFrom("|", "+", " |", ""),
      fc.array(fc.constantFrom("|", "+", "-", "--", "=", " ", "a", "b | c", "word "), { maxLength: 9 }),
      fc.constantFrom("|", "+", ""),
    )
    .map(([begin, within, end]) => begin + within.join("") + end);
  const letters = (text: string) => [...text.replace(/[^a-z]/g, "")].sort().join("");
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 9 }), (lines) => {
      const text = lines.join("\n");
      fc.pre(letters(text) !== "");
      const { doc } = read(text);
      expect(letters(doc.textContent)).toBe(letters(text));
    }),
    { numRuns: runs(2_000) },
  );
});
