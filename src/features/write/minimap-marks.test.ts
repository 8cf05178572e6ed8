import { describe, expect, test } from "@jest/globals";
import { heading, paragraph } from "#tests/editing";
import { createDocument } from "@/core/document";
import { indexDocument, type Bookmark } from "@/core/index";
import { bookmarksWithRoom, heapedWithRoom, headingsWithRoom } from "./minimap-marks";

const { headings } = indexDocument(
  createDocument([
    heading(1, "one"),
    heading(2, "near below"),
    paragraph("text"),
    heading(1, "two"),
    paragraph("more text than before"),
    heading(2, "far below"),
    heading(4, "deep"),
  ]),
);
const names = (places: readonly { name: string }[]) => places.map((place) => place.name);

describe("the rope shows", () => {
  test("knots that do not run into one another, those of the highest level first", () => {
    expect(names(headingsWithRoom(headings, (pos) => pos))).toEqual(["one", "two", "far below"]);
    expect(names(headingsWithRoom(headings, (pos) => pos * 10))).toEqual([
      "one",
      "two",
      "near below",
      "far below",
    ]);
    expect(names(headingsWithRoom(headings, () => 5))).toEqual(["one"]);
  });

  test("gates so that no two run into one another", () => {
    const bookmarks = Array.from({ length: 500 }, (_, i) => ({ name: `b${i}`, pos: i }) as Bookmark);
    const shown = bookmarksWithRoom(bookmarks, (pos) => pos);
    expect(shown.length).toBeGreaterThan(30);
    shown.slice(1).forEach((gate, i) => expect(gate.pos - shown[i]!.pos).toBeGreaterThanOrEqual(12));
  });

  test("faults close together as one that tells how many they are, none left out", () => {
    const places = [40, 3, 1, 0, 20, 21].map((pos) => ({ pos }));
    expect(heapedWithRoom(places, (pos) => pos, 10)).toEqual([
      { pos: 0, count: 3 },
      { pos: 20, count: 2 },
      { pos: 40, count: 1 },
    ]);
    const many = heapedWithRoom(
      Array.from({ length: 5_000 }, (_, pos) => ({ pos })),
      (pos) => pos / 10,
    );
    expect(many.reduce((sum, { count }) => sum + count, 0)).toBe(5_000);
    many.slice(1).forEach((one, i) => expect(one.pos - many[i]!.pos).toBeGreaterThanOrEqual(140));
  });
});
