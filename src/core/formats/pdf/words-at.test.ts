import { expect, test } from "@jest/globals";
import { linesOf, piecesWithin, type PageLine, type Piece } from "./page-lines";
import { liesOn, standsAt } from "./words-at";

const LINES: PageLine[] = [
  {
    baseline: 116.45,
    text: "1. _x_ “dome”",
    pieces: [
      { text: "1. _x_", x: 79, width: 18.84, baseline: 112.6, size: 7.7 },
      { text: "“dome”", x: 97.84, width: 39.9, baseline: 116.45, size: 11 },
    ],
  },
];
const RAISED = { x: 79, y: 106.06, width: 18.84, height: 8.62 };
const WORDS = { x: 97.84, y: 107.1, width: 39.9, height: 12.32 };

test("a link whose first words are raised lies on all of them", () => {
  expect(liesOn("1. _x_ “dome”", [RAISED, WORDS], LINES)).toBe(true);
});

test("a link that lies on other words, or beside them, does not", () => {
  expect(liesOn("2. _y_ “lamp”", [RAISED, WORDS], LINES)).toBe(false);
  expect(liesOn("1. _x_ “dome”", [{ ...WORDS, y: 300 }], LINES)).toBe(false);
});

const piece = (text: string, x: number, baseline: number, size = 11): Piece => ({
  text,
  x,
  width: text.length * size * 0.5,
  baseline,
  size,
});

test("lines of a column are read for themselves, at whatever height those of the one beside it stand", () => {
  const pieces = [
    piece("one line", 79, 97),
    piece("and another", 79, 113),
    // Its letters are so high that both lines would be taken for parts of it.
    piece("A heading", 308, 105, 17.5),
  ];
  const column = { x: 79, width: 200 };
  expect(linesOf(pieces)).toHaveLength(1);
  const own = linesOf(piecesWithin(column, pieces));
  expect(own.map(({ text }) => text)).toEqual(["one line", "and another"]);
  const begins = { words: "and another", where: "first" as const };
  expect(standsAt(begins, 102, own)).toBe(true);
  expect(standsAt({ ...begins, words: "A heading" }, 90, own)).toBe(false);
});

test("a lowered sign that hangs down from the line above is not what stands first; a line of which most stands above is not landed on", () => {
  const lines = linesOf([
    piece("words before", 79, 370),
    piece("note 788", 79, 375.2, 4),
    piece("15.5 Miscellaneous", 79, 386.6, 10.8),
    piece("The text of it", 79, 402),
  ]);
  const begins = { words: "Miscellaneous", where: "first" as const };
  expect(standsAt(begins, 375.41, lines)).toBe(true);
  expect(standsAt(begins, 384.5, lines)).toBe(false);
  expect(standsAt(begins, 362, lines)).toBe(false);
});

test("a word that is divided in a narrow cell stands below, another one does not", () => {
  const lines = linesOf([piece("Designa-", 79, 50), piece("Period", 200, 50), piece("tion", 79, 66)]);
  expect(standsAt({ words: "Designation", where: "below" }, 30, lines)).toBe(true);
  expect(standsAt({ words: "Inclination", where: "below" }, 30, lines)).toBe(false);
});

test("a link in a narrow cell lies on its own letters, not on those close beside it", () => {
  const cells = linesOf(
    ["Lo", "gi", "cal"].flatMap((text, i) => [
      piece(text, 100, 50 + i * 16),
      piece("xyz"[i]!.repeat(2), 114, 50 + i * 16),
    ]),
  );
  const boxes = [0, 1, 2].map((i) => ({ x: 100, y: 40 + i * 16, width: 12, height: 12 }));
  expect(liesOn("Logical", boxes, cells)).toBe(true);
  expect(
    liesOn(
      "Logical",
      boxes.map((box) => ({ ...box, x: 114 })),
      cells,
    ),
  ).toBe(false);
});
