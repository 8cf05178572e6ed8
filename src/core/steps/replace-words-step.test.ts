import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Fragment, type Node } from "prosemirror-model";
import { Mapping, ReplaceStep, StepMap, Transform } from "prosemirror-transform";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument, schema, sizeOf } from "@/core/document";
import { MoveBlocksStep, ReplaceWordsStep, stepFromJSON, stepToJSON } from "@/core/steps";
import { occurrencesOf } from "@/core/find";
import { WordsMap } from "./words-map";

const doc = createDocument([
  heading(1, "The lamp of the tower"),
  paragraph("The lamp burns. Lamps burn oil; the lamp is trimmed."),
  list("oil for the lamp", "a second LAMP"),
  paragraph("No light here."),
]);

function replaced(at: Node, words: string, by: string): ReplaceWordsStep {
  const places = occurrencesOf(at, {
    words,
    how: "words",
    matchCase: false,
    accents: true,
    wholeWords: true,
  });
  return new ReplaceWordsStep(
    places.map((place) => ({ ...place, words: Fragment.from(by ? schema.text(by) : null) })),
  );
}

const textOf = (at: Node) => at.textBetween(0, at.content.size, "|");

describe("words replaced at many places", () => {
  test("are one step that JSON keeps and that is taken back to the very same document", () => {
    const step = replaced(doc, "lamp", "lantern");
    const after = step.apply(doc).doc!;
    after.check();
    expect(textOf(after)).toBe(
      "The lantern of the tower|The lantern burns. Lamps burn oil; the lantern is trimmed.|oil for the lantern|a second lantern|No light here.",
    );
    expect(after.child(3)).toBe(doc.child(3));
    const again = stepFromJSON(JSON.parse(JSON.stringify(stepToJSON(step)))).apply(doc).doc!;
    expect(again.eq(after)).toBe(true);
    expect(step.invert(doc).apply(after).doc!.eq(doc)).toBe(true);
  });

  test("leave a place alone that somebody changed meanwhile, and go with a section that moved", () => {
    const step = replaced(doc, "lamp", "lantern");
    const other = new Transform(doc);
    const second = 1 + doc.child(0).nodeSize;
    // “la|mp” in the second block gets a letter; the first block moves behind the list.
    other.step(new ReplaceStep(second + 6, second + 6, doc.slice(2, 3)));
    const border = (i: number) => sizeOf(other.doc.content.content.slice(0, i));
    other.step(new MoveBlocksStep(0, border(1), border(3)));
    const mapped = step.map(other.mapping)!;
    const after = mapped.apply(other.doc).doc!;
    after.check();
    expect(textOf(after)).toBe(
      "The lahmp burns. Lamps burn oil; the lantern is trimmed.|oil for the lantern|a second lantern|The lantern of the tower|No light here.",
    );
  });

  test("are nothing where no place is left", () => {
    const step = replaced(doc, "light", "fire");
    const mapping = new Mapping([new StepMap([0, doc.content.size, 0])]);
    expect(step.map(mapping)).toBeNull();
  });

  test.each([
    ["over the border of two blocks", { words: [[]], places: [3, doc.child(0).nodeSize + 3, 0] }],
    ["between blocks", { words: [[]], places: [0, 0, 0] }],
    ["behind the end", { words: [[]], places: [100_000, 100_001, 0] }],
    ["with blocks", { words: [[{ type: "paragraph" }]], places: [3, 4, 0] }],
  ])("%s fail and leave the document as it is", (_what, json) => {
    const step = stepFromJSON({ stepType: "replaceWords", ...json });
    expect(step.apply(doc).doc).toBeNull();
  });

  test.each([
    ["out of order", { words: [[]], places: [5, 6, 0, 3, 4, 0] }],
    ["with words that are not there", { words: [], places: [3, 4, 0] }],
    ["that end before they begin", { words: [[]], places: [4, 3, 0] }],
    ["at no place", { words: [], places: [] }],
    ["in half numbers", { words: [[]], places: [1.5, 2, 0] }],
  ])("%s are no step", (_what, json) => {
    expect(() => stepFromJSON({ stepType: "replaceWords", ...json })).toThrow(RangeError);
  });

  test("map every position as ProseMirror's own map does, and back", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(4), fc.nat(4), fc.nat(4)), { minLength: 1, maxLength: 12 }),
        (sizes) => {
          let at = 0;
          const ranges = sizes.flatMap(([gap, gone, come]) => {
            const start = at + gap;
            at = start + gone;
            return [start, gone, come];
          });
          for (const [own, stock] of [
            [new WordsMap(ranges), new StepMap(ranges)],
            [new WordsMap(ranges).invert(), new StepMap(ranges).invert()],
          ] as const)
            for (let pos = 0; pos < at + 50; pos++)
              for (const assoc of [-1, 1]) {
                expect(own.map(pos, assoc)).toBe(stock.map(pos, assoc));
                expect({ ...own.mapResult(pos, assoc) }).toEqual({ ...stock.mapResult(pos, assoc) });
              }
        },
      ),
    );
  });
});
