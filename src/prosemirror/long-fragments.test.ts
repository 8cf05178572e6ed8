import { expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { EditorState } from "prosemirror-state";
import { paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { changedRun } from "@/core/steps";
import { runs } from "#tests/runs";

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

/** The blocks that differ, found by looking at each. */
function comparedRun(before: Node, after: Node) {
  const [a, b] = [before.content.content, after.content.content];
  let start = 0;
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start++;
  let end = 0;
  while (end < Math.min(a.length, b.length) - start && a.at(-1 - end) === b.at(-1 - end)) end++;
  const pos = a.slice(0, start).reduce((sum, block) => sum + block.nodeSize, 0);
  return { start, endBefore: a.length - end, endAfter: b.length - end, pos };
}

test("as text is written here and there, what is handed on of a long document stays true", () => {
  const first = createDocument(Array.from({ length: 400 }, (_, i) => paragraph("words ".repeat(i % 5))));
  const edit = fc.record({
    block: fc.oneof(fc.constantFrom(20, 21, 399), fc.nat(399)),
    kind: fc.constantFrom("type", "type", "type", "bold", "cut", "split", "nothing"),
  });
  fc.assert(
    fc.property(fc.array(fc.array(edit, { minLength: 1, maxLength: 5 }), { maxLength: 12 }), (groups) => {
      let state = EditorState.create({ doc: first });
      for (const group of groups) {
        const before = state.doc;
        const { tr } = state;
        for (const { block, kind } of group) {
          const index = Math.min(block, tr.doc.childCount - 1);
          let pos = 0;
          for (let i = 0; i < index; i++) pos += tr.doc.child(i).nodeSize;
          const inner = tr.doc.child(index).content.size;
          if (kind === "type") tr.insertText("a", pos + 1 + Math.min(2, inner));
          else if (kind === "bold") tr.addMark(pos + 1, pos + 1 + inner, schema.marks.strong.create());
          else if (kind === "cut" && inner > 0) tr.delete(pos + 1, pos + 2);
          else if (kind === "split") tr.split(pos + 1 + Math.min(1, inner));
        }
        state = state.apply(tr);
        expect(changedRun(before, state.doc)).toEqual(comparedRun(before, state.doc));
        let start = 0;
        state.doc.forEach((child, offset, index) => {
          if (index % 37 === 0 && index > 0) expect(state.doc.resolve(offset + 1).start(1) - 1).toBe(start);
          start += child.nodeSize;
        });
      }
    }),
    { numRuns: runs(60) },
  );
});

test("what was taken back is no change", () => {
  const doc = createDocument(Array.from({ length: 300 }, () => paragraph("words")));
  const typed = EditorState.create({ doc }).tr.insertText("a", 702);
  const back = EditorState.create({ doc: typed.doc }).tr.delete(702, 703);
  expect(changedRun(doc, typed.doc)).toMatchObject({ start: 100, endBefore: 101, endAfter: 101, pos: 700 });
  expect(changedRun(doc, back.doc)).toEqual(comparedRun(doc, back.doc));
});
