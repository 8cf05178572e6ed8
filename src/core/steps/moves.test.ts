import { idOf } from "@/core/kinds";
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Fragment, Slice, type Node } from "prosemirror-model";
import { Mapping, ReplaceStep, Step, Transform } from "prosemirror-transform";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { BlockKindStep, MoveBlocksStep, MoveMap, rebase, type OwnStep } from "@/core/steps";

const doc = createDocument([
  heading(1, "one"),
  paragraph("two"),
  list("three", "four"),
  heading(2, "five"),
  paragraph("six"),
]);
const borders = (of: Node): number[] => {
  const found = [0];
  of.forEach((block, pos) => found.push(pos + block.nodeSize));
  return found;
};
const move = fc
  .tuple(fc.nat(4), fc.integer({ min: 1, max: 3 }), fc.nat(5))
  .map(([first, count, to]) => {
    const at = borders(doc);
    const last = Math.min(first + count, 5);
    return { from: at[first]!, to: at[last]!, where: at[to]!, first, last, to5: to };
  })
  .filter(({ from, to, where }) => where < from || where > to);

describe("a move of blocks", () => {
  test("keeps every block, is undone exactly, and survives its own JSON", () => {
    fc.assert(
      fc.property(move, ({ from, to, where }) => {
        const step = new MoveBlocksStep(from, to, where);
        const after = step.apply(doc).doc!;
        after.check();
        expect([...after.content.content].sort(byId)).toEqual([...doc.content.content].sort(byId));
        expect(step.invert().apply(after).doc!.eq(doc)).toBe(true);
        const read = Step.fromJSON(schema, JSON.parse(JSON.stringify(step.toJSON())) as object);
        expect(read.apply(doc).doc!.eq(after)).toBe(true);
      }),
    );
  });

  test("takes positions inside of it along, and back again", () => {
    fc.assert(
      fc.property(move, fc.nat(200), ({ from, to, where }, n) => {
        const step = new MoveBlocksStep(from, to, where);
        const after = step.apply(doc).doc!;
        const pos = n % doc.content.size;
        const $pos = doc.resolve(pos);
        if ($pos.depth === 0) return;
        const moved = step.getMap().map(pos);
        expect(after.resolve(moved).parent).toBe($pos.parent);
        expect(after.resolve(moved).parentOffset).toBe($pos.parentOffset);
        expect(step.getMap().invert().map(moved)).toBe(pos);
      }),
    );
  });

  test.each([
    [1, 4, 9],
    [0, 3, 8],
    [0, 10, 5],
  ])("from %i to %i to %i is none, and fails", (from, to, where) => {
    expect(new MoveBlocksStep(from, to, where).apply(doc).failed).toBeTruthy();
  });

  test("of others takes along what is written in it meanwhile, wherever one is", () => {
    fc.assert(
      fc.property(move, fc.nat(200), ({ from, to, where }, n) => {
        let pos = n % doc.content.size;
        while (!doc.resolve(pos).parent.inlineContent) pos = (pos + 1) % doc.content.size;
        const tr = new Transform(doc).insert(pos, schema.text("new"));
        const own: OwnStep = { number: 1, step: tr.steps[0]!, inverted: tr.steps[0]!.invert(doc) };
        const merged = new Transform(tr.doc);
        const { waiting, dropped } = rebase(
          merged,
          [own],
          [{ step: new MoveBlocksStep(from, to, where), own: null }],
        );
        expect(dropped).toEqual([]);
        expect(waiting).toHaveLength(1);
        const block = doc.resolve(pos).node(1);
        const there = merged.doc.content.content.find((it) => it.attrs.id === block.attrs.id)!;
        expect(there.textContent).toContain("new");
        expect(there.textContent.replace("new", "")).toBe(block.textContent);
      }),
    );
  });

  test("puts no link on what it carries, where the linked words are gone with the end of their block", () => {
    const [title, words] = [doc.child(0), doc.child(1)];
    const tr = new Transform(doc).step(
      new MoveBlocksStep(title.nodeSize, title.nodeSize + words.nodeSize, 0),
    );
    const at = words.nodeSize + 2;
    const link = schema.marks.link.create({ target: { kind: "web", url: "https://a.example/" } });
    tr.addMark(at, at + 2, link);
    const own = tr.steps.map((step, i) => ({ number: i + 1, step, inverted: step.invert(tr.docs[i]!) }));
    const end = new Slice(Fragment.from(schema.nodes.heading.create(title.attrs)), 1, 0);
    const merged = new Transform(tr.doc);
    const { waiting } = rebase(merged, own, [{ step: new ReplaceStep(1, title.nodeSize, end), own: null }]);
    expect(waiting.map(({ number }) => number)).toEqual([1]);
    expect(merged.doc.rangeHasMark(0, merged.doc.content.size, schema.marks.link)).toBe(false);
    expect(merged.doc.child(0).eq(words)).toBe(true);
  });

  test("maps as a mapping does: through another and back", () => {
    const map = new MoveMap(0, 5, 12);
    const mapping = new Mapping([map, map.invert()], [0, 1] as never);
    for (const pos of [1, 3, 6, 9, 14]) expect(mapping.map(pos)).toBe(pos);
  });
});

function byId(a: Node, b: Node): number {
  return idOf(a)!.localeCompare(idOf(b)!);
}

describe("a change of a block's kind", () => {
  const [title, words] = [doc.child(0), doc.child(1)];

  test("names the block by its id, wherever it went, and is undone exactly", () => {
    const moved = new MoveBlocksStep(0, 5, doc.content.size).apply(doc).doc!;
    const step = new BlockKindStep(idOf(title)!, "heading", { level: 3 });
    const after = step.apply(moved).doc!;
    expect(after.lastChild!.attrs.level).toBe(3);
    expect(after.lastChild!.textContent).toBe("one");
    expect(step.invert(moved).apply(after).doc!.eq(moved)).toBe(true);
    const read = Step.fromJSON(schema, JSON.parse(JSON.stringify(step.toJSON())) as object);
    expect(read.apply(moved).doc!.eq(after)).toBe(true);
  });

  test("fails where the block is gone or cannot be of that kind", () => {
    expect(new BlockKindStep("gone", "paragraph", {}).apply(doc).failed).toMatch(/not there/);
    const list = idOf(doc.child(2))!;
    expect(new BlockKindStep(list, "paragraph", {}).apply(doc).failed).toMatch(/cannot stand/);
    expect(() => Step.fromJSON(schema, { stepType: "blockKind", id: "x", kind: "table", attrs: {} })).toThrow(
      RangeError,
    );
  });

  test("of two people at once holds both: level by one, words by the other", () => {
    const tr = new Transform(doc).insert(7, schema.text("new "));
    const own: OwnStep = { number: 1, step: tr.steps[0]!, inverted: tr.steps[0]!.invert(doc) };
    const step = new BlockKindStep(idOf(words)!, "heading", { level: 2 });
    const merged = new Transform(tr.doc);
    rebase(merged, [own], [{ step, own: null }]);
    expect(merged.doc.child(1).type.name).toBe("heading");
    expect(merged.doc.child(1).textContent).toContain("new ");
  });
});
