import { describe, expect, test } from "@jest/globals";
import type { LibraryDocument } from "@/contract/documents";
import { LATEST_FIRST, listed, reordered } from "./listed";

const library = (["Tides", "Lamps 10", "Lamps 9", "lamps 9"] as const).map((title, i): LibraryDocument => ({
  id: String(i),
  title,
  opening: i === 3 ? "The other one of this title." : "Words.",
  words: 10 * i,
  sections: 1,
  brokenLinks: 0,
  version: 0,
  changedAt: 100 - i,
  file: i === 1 ? "lamps.html" : null,
  broughtAt: null,
  place: [1, null, 0, null][i]!,
}));
const ids = (documents: readonly LibraryDocument[]) => documents.map(({ id }) => id).join("");

describe("the shelf lists", () => {
  test("by each column, up and down; the latest first of those that are alike", () => {
    expect(listed(library, "", LATEST_FIRST)).toBe(library);
    expect(ids(listed(library, "", { by: "title", down: false }))).toBe("2310");
    expect(ids(listed(library, "", { by: "words", down: true }))).toBe("3210");
    expect(ids(listed(library, "", { by: "sections", down: true }))).toBe("0123");
    expect(ids(listed(library, "", { by: "changedAt", down: false }))).toBe("3210");
  });

  test("what has no value for a column last, whichever way", () => {
    expect(ids(listed(library, "", { by: "file", down: false }))).toBe("1023");
    expect(ids(listed(library, "", { by: "file", down: true }))).toBe("1023");
    expect(ids(listed(library, "", { by: "place", down: false }))).toBe("2013");
  });

  test("what holds all words that are typed, in its title, its first words or its file's name", () => {
    expect(ids(listed(library, "LAMP 9", LATEST_FIRST))).toBe("23");
    expect(ids(listed(library, "lamps other", LATEST_FIRST))).toBe("3");
    expect(ids(listed(library, ".html", LATEST_FIRST))).toBe("1");
    expect(ids(listed(library, "harbour", LATEST_FIRST))).toBe("");
  });
});

test("documents are put up, down and to the top together, and stop at the ends", () => {
  const put = (chosen: string, to: "top" | "up" | "down") => reordered(library, new Set(chosen), to).join("");
  expect(put("3", "top")).toBe("3012");
  expect(put("23", "top")).toBe("2301");
  expect(put("23", "up")).toBe("0231");
  expect(put("0", "up")).toBe("0123");
  expect(put("01", "down")).toBe("2013");
  expect(put("13", "down")).toBe("0213");
});
