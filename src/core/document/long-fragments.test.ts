import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { paragraph } from "#tests/editing";
import { createDocument } from ".";

test("positions in a document of many blocks resolve as in one of few", () => {
  const blocks = Array.from({ length: 700 }, (_, i) => paragraph("x".repeat(i % 7)));
  const doc = createDocument(blocks);
  fc.assert(
    fc.property(fc.nat(doc.content.size), (pos) => {
      let index = 0;
      let start = 0;
      while (index < doc.childCount && start + doc.child(index).nodeSize <= pos)
        start += doc.child(index++).nodeSize;
      const $pos = doc.resolve(pos);
      expect($pos.index(0)).toBe(index);
      expect($pos.depth).toBe(pos === start ? 0 : 1);
      if (pos > start) expect($pos.parentOffset).toBe(pos - start - 1);
    }),
  );
  expect(() => doc.resolve(doc.content.size + 1)).toThrow(RangeError);
  expect(doc.nodeAt(0)).toBe(doc.firstChild);
  expect(doc.childBefore(doc.child(0).nodeSize).node).toBe(doc.firstChild);
});
