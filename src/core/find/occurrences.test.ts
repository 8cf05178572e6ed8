import { describe, expect, test } from "@jest/globals";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { occurrencesOf } from ".";

const doc = createDocument([
  heading(1, "The lamp of the tower"),
  paragraph("The lamp burns. Lamps burn oil; the lamp is trimmed."),
  list("oil for the lamp", "a second LAMP"),
  paragraph("No light here."),
]);

const PLAIN = { how: "words", matchCase: false, accents: false, wholeWords: false } as const;

describe("words sought", () => {
  const found = (words: string, how: { matchCase?: boolean; wholeWords?: boolean } = {}) =>
    occurrencesOf(doc, { ...PLAIN, words, ...how }).map(({ from, to }) => doc.textBetween(from, to));

  test("are found in every kind of block, with capitals or whole words if that is asked", () => {
    expect(found("lamp")).toEqual(["lamp", "lamp", "Lamp", "lamp", "lamp", "LAMP"]);
    expect(found("lamp", { matchCase: true })).toHaveLength(4);
    expect(found("lamp", { wholeWords: true })).toHaveLength(5);
    expect(found("")).toEqual([]);
    expect(found("burns. L")).toEqual(["burns. L"]);
    expect(found("burns.L")).toEqual([]);
  });

  test("are found over a change of looks and not over a line break; letters like signs of a pattern are letters", () => {
    const strong = schema.marks.strong.create();
    const mixed = createDocument([
      schema.nodes.paragraph.create(null, [
        schema.text("be"),
        schema.text("acon", [strong]),
        schema.nodes.hard_break.create(),
        schema.text("fire (a+b)*\u00a0now"),
      ]),
    ]);
    const at = (words: string) => occurrencesOf(mixed, { ...PLAIN, words, matchCase: true });
    expect(at("beacon")).toEqual([{ from: 1, to: 7 }]);
    expect(at("acon\nfire")).toEqual([]);
    expect(at("fire (a+b)* now")).toEqual([{ from: 8, to: 23 }]);
  });
});
