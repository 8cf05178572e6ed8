import { expect, test } from "@jest/globals";
import type { PageLine } from "./page-lines";
import { liesOn } from "./words-at";

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
