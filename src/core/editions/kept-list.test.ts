import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { keptList } from "./kept-list";

test("says how many bytes each file has", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme" }), (text) => {
      const { files } = keptList(new Map([["a.html", text]]), new Map(), () => true);
      expect(files).toEqual([["a.html", new TextEncoder().encode(text).length]]);
    }),
  );
  const { files, anchors } = keptList(
    new Map<string, string | Uint8Array>([
      ["a", new Uint8Array(7)],
      ["whole", "x"],
    ]),
    new Map([["lamps", "a#lamps"]]),
    (path) => path !== "whole",
  );
  expect([files, anchors]).toEqual([[["a", 7]], [["lamps", "a#lamps"]]]);
});
