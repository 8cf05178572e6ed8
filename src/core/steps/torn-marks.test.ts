import { expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { MoveBlocksStep, rebase, stepFromJSON, stepToJSON } from "@/core/steps";
import { runs } from "#tests/runs";

const doc = createDocument([
  heading(1, "abc"),
  paragraph("def"),
  list("ghi", "jkl"),
  heading(2, "mno"),
  paragraph("pqr"),
  paragraph("stu"),
]);
const link = schema.marks.link.create({ target: { kind: "web", url: "https://a.example/" } });

/** What one of two authors does: a run of blocks moved, a letter typed, or a block split. */
const deed = fc.record({
  does: fc.constantFrom("move", "move", "move", "type", "split"),
  at: fc.nat(60),
  size: fc.nat(2),
  to: fc.nat(6),
});

function make(tr: Transform, { does, at, size, to }: ReturnType<typeof deed.generate>["value"]): void {
  if (does === "move") {
    const borders = [0];
    tr.doc.forEach((block, pos) => borders.push(pos + block.nodeSize));
    const first = at % tr.doc.childCount;
    const last = Math.min(first + 1 + size, tr.doc.childCount);
    const where = to % borders.length;
    if (where < first || where > last)
      tr.step(new MoveBlocksStep(borders[first]!, borders[last]!, borders[where]!));
    return;
  }
  const places: number[] = [];
  tr.doc.forEach((block, pos) => {
    if (block.isTextblock) for (let i = 0; i <= block.content.size; i++) places.push(pos + 1 + i);
  });
  const pos = places[at % places.length]!;
  if (does === "type") tr.insert(pos, schema.text("z"));
  else tr.split(pos);
}

function linkedLetters(of: Node): string {
  let letters = "";
  of.descendants((node) => {
    if (node.isText && link.isInSet(node.marks)) letters += node.text;
  });
  return [...letters].sort().join("");
}

test("a link is on the very letters it was put on, whatever was moved, split or written meanwhile; and is taken back", () => {
  fc.assert(
    fc.property(
      fc.array(deed, { maxLength: 2 }),
      fc.nat(60),
      fc.nat(30),
      fc.array(deed, { minLength: 1, maxLength: 3 }),
      (before, at, length, meanwhile) => {
        const mine = new Transform(doc);
        for (const one of before) make(mine, one);
        const from = at % mine.doc.content.size;
        const to = Math.min(from + length, mine.doc.content.size);
        const moves = mine.steps.length;
        mine.addMark(from, to, link);
        const letters = linkedLetters(mine.doc);
        fc.pre(letters !== "");
        const own = mine.steps.map((step, i) => ({
          number: i + 1,
          step,
          inverted: step.invert(mine.docs[i]!),
        }));
        const others = new Transform(doc);
        for (const one of meanwhile) make(others, one);
        const merged = new Transform(mine.doc);
        const { waiting, dropped } = rebase(
          merged,
          own,
          others.steps.map((step) => ({ step, own: null })),
        );
        expect(dropped.filter(({ number }) => number > moves)).toEqual([]);
        expect(linkedLetters(merged.doc).replaceAll("z", "")).toBe(letters.replaceAll("z", ""));

        const backwards = waiting.map(({ inverted }) => stepFromJSON(stepToJSON(inverted))).reverse();
        const taken = backwards.reduce((now, step) => step.apply(now).doc!, merged.doc);
        expect(taken.eq(others.doc)).toBe(true);
      },
    ),
    { numRuns: runs(2_000) },
  );
});
