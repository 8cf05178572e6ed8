import { expect, test } from "@jest/globals";
import { createDocument, idOf as permanentId } from "@/core/document";
import { paragraph } from "#tests/editing";
import { openingPlace, readPlaces, writePlaces } from "./opening-place";

const doc = createDocument(
  Array.from({ length: 40 }, (_, i) => paragraph(`${i} `.padEnd(i === 30 ? 2_000 : 100, "x"))),
);
const idOf = (block: number) => permanentId(doc.child(block))!;
const startOf = (block: number) => {
  let pos = 0;
  for (let i = 0; i < block; i++) pos += doc.child(i).nodeSize;
  return pos;
};

test("a document opens where the author worked last, with the block's beginning at the landing place", () => {
  expect(openingPlace(doc, [{ block: idOf(20), offset: 7 }])).toEqual({
    caret: startOf(20) + 7,
    landing: startOf(20),
    block: 20,
  });
});

test("deep in a long block the very line is the landing place", () => {
  expect(openingPlace(doc, [{ block: idOf(30), offset: 1_500 }])).toEqual({
    caret: startOf(30) + 1_500,
    landing: startOf(30) + 1_500,
    block: null,
  });
});

test("near the beginning it opens at the beginning; of places that are gone the one before counts", () => {
  expect(openingPlace(doc, [{ block: idOf(3), offset: 1 }])).toBeNull();
  expect(openingPlace(doc, [])).toBeNull();
  expect(
    openingPlace(doc, [
      { block: "gone", offset: 1 },
      { block: idOf(25), offset: 0 },
    ])?.block,
  ).toBe(25);
});

test("what is told of places is read again, and what is none is left out", () => {
  const places = [
    { block: "a-b_1", offset: 3 },
    { block: "c", offset: 0 },
  ];
  expect(readPlaces(writePlaces(places))).toEqual(places);
  expect(readPlaces("")).toEqual([]);
  expect(readPlaces("<script>.1~ok.2~x.-1~y.99999999999~.5")).toEqual([{ block: "ok", offset: 2 }]);
});
