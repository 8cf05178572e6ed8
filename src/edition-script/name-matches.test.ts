import { expect, test } from "@jest/globals";
import { nameMatches } from "./name-matches";

const places = [
  { n: "1 Lamps", h: "a", p: "iii" },
  { n: "2 Night lamps", h: "b", p: "2" },
  { n: "2.1 Äste", h: "c", p: "4" },
  { n: "Figure 3. Headlamps", h: "d", p: "9" },
  { n: "lamps first", h: "e" },
];
const found = (words: string, most = 9) => nameMatches(places, words, most).map(({ h }) => h);

test.each([
  ["lamps", ["e", "a", "b", "d"]],
  ["LAMP", ["e", "a", "b", "d"]],
  ["aste", ["c"]],
  ["2.1", ["c"]],
  ["figure 3", ["d"]],
  ["nowhere", []],
])("“%s” finds places by their names, those that begin so first, then whole words", (words, hrefs) => {
  expect(found(words)).toEqual(hrefs);
});

test("a number is also a printed page: the last place that begins on it or before it", () => {
  expect(found("5")).toEqual(["c"]);
  expect(found("9")).toEqual(["d"]);
  // Behind the last page there is none.
  expect(found("40")).toEqual([]);
});

test("no more are told than asked for", () => {
  expect(found("lamp", 2)).toEqual(["e", "a"]);
});
