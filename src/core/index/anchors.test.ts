import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { createDocument, idOf, schema } from "@/core/document";
import { ANCHOR_LENGTH, anchorFrom, headingNumbers, indexDocument, proposeAnchor } from ".";
import { runs } from "#tests/runs";

const NCNAME = /^[\p{L}_][\p{L}\p{N}\p{M}._-]*$/u;
const heading = (text: string, level = 1) =>
  schema.nodes.heading.create({ level }, text ? schema.text(text) : []);
const anchorsOf = (...texts: string[]) => {
  const index = indexDocument(createDocument(texts.map((text) => heading(text))));
  return index.headings.map((one) => index.anchors.of(one.id)!);
};

describe("an anchor", () => {
  test.each([
    ["Night log, part 2", "night-log-part-2"],
    ["  Opening the dome  ", "opening-the-dome"],
    ["The dome’s seal", "the-domes-seal"],
    ["2.1 Colours", "section-2-1-colours"],
    ["Übung", "übung"],
    ["秋の夜", "秋の夜"],
    ["التحكم", "التحكم"],
    ["🔭 ❤️", "section"],
    ["   ", "section"],
    ["a ❤️ b", "a-b"],
  ])("of %j is %j", (wording, anchor) => expect(anchorFrom(wording, "section")).toBe(anchor));

  test("is a valid name of at most 40 characters, whatever the wording", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 300 }), (wording) => {
        const anchor = anchorFrom(wording, "section");
        expect(anchor).toMatch(NCNAME);
        expect(anchor.length).toBeLessThanOrEqual(ANCHOR_LENGTH);
      }),
      { numRuns: runs(2_000) },
    );
  });

  test("is the only one of its name, without regard to case", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom("Log", "log", "LOG 2", "", "Top", "x".repeat(80), "Log-2"), {
          minLength: 1,
          maxLength: 20,
        }),
        (texts) => {
          const anchors = anchorsOf(...texts);
          expect(new Set(anchors.map((anchor) => anchor.toLowerCase())).size).toBe(anchors.length);
          for (const anchor of anchors) {
            expect(anchor).toMatch(NCNAME);
            expect(anchor.length).toBeLessThanOrEqual(ANCHOR_LENGTH);
            expect(anchor).not.toBe("top");
          }
        },
      ),
    );
  });

  test("is given in step with length: 5,000 headings of one name", () => {
    const anchors = anchorsOf(...Array.from({ length: 5_000 }, () => "Same"));
    expect(anchors[0]).toBe("same");
    expect(anchors.at(-1)).toBe("same-5000");
  });

  test("stays as published when its heading is renamed, and earlier ones still find it", () => {
    const doc = createDocument([heading("New title")]);
    const id = idOf(doc.child(0))!;
    const published = doc.type.create(
      {
        ...doc.attrs,
        registry: { bookmarks: {}, anchors: { [id]: { anchor: "old-title", aliases: ["Older"] } } },
      },
      doc.content,
    );
    const { anchors } = indexDocument(published);
    expect(anchors.of(id as never)).toBe("old-title");
    expect(anchors.find("OLDER")).toBe(id);
    expect(proposeAnchor("Old title", "bookmark", anchors)).toBe("old-title-2");
  });
});

test("headings are numbered by their place, skipped levels do not count", () => {
  const levels = [1, 2, 2, 4, 1, 3, 2];
  const index = indexDocument(createDocument(levels.map((level) => heading("x", level))));
  expect(headingNumbers(index.headings)).toEqual(["1", "1.1", "1.2", "1.2.1", "2", "2.1", "2.2"]);
});
