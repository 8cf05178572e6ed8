import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { joinBackward, splitBlock } from "prosemirror-commands";
import { history, redo, undo } from "prosemirror-history";
import { Slice } from "prosemirror-model";
import { TextSelection } from "prosemirror-state";
import { AttrStep, ReplaceAroundStep } from "prosemirror-transform";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { stepToJSON } from "@/core/steps";
import { OwnSteps } from "@/core/collab";
import { permanentIds } from "./permanent-ids";
import { runs } from "#tests/runs";

const desk = () =>
  new Desk(
    [heading(1, "Title here"), paragraph("some text"), heading(2, "Second")],
    [permanentIds(), history()],
  );

function unique(one: Desk): void {
  expect(one.ids.every((id) => typeof id === "string" && id !== "")).toBe(true);
  expect(new Set(one.ids).size).toBe(one.ids.length);
}

describe("permanent ids", () => {
  test("stay while one types, and a split gives the new half one of its own", () => {
    const one = desk();
    const before = one.ids;
    one.select("here", { empty: true });
    one.dispatch(one.state.tr.insertText("right "));
    expect(one.ids).toEqual(before);
    one.run(splitBlock);
    expect(one.ids[0]).toBe(before[0]);
    expect(one.ids.slice(2)).toEqual(before.slice(1));
    unique(one);
  });

  test("of two blocks that are joined the first is kept", () => {
    const one = desk();
    const before = one.ids;
    one.select("some", { empty: true });
    one.run(joinBackward);
    expect(one.ids).toEqual([before[0], before[2]]);
  });

  test("a copy that is put in before the original gets a new one, the original keeps its own", () => {
    const one = desk();
    const before = one.ids;
    const copy = one.doc.child(2);
    one.dispatch(one.state.tr.insert(0, copy));
    expect(one.ids.slice(1)).toEqual(before);
    unique(one);
  });

  test("what is moved keeps its id", () => {
    const one = desk();
    const before = one.ids;
    const last = one.doc.child(2);
    const at = one.doc.content.size - last.nodeSize;
    one.dispatch(one.state.tr.delete(at, at + last.nodeSize).insert(0, last));
    expect(one.ids).toEqual([before[2], before[0], before[1]]);
  });

  test("are on every block and only once, after any edits, undone and redone", () => {
    const edit = fc.record({
      kind: fc.constantFrom("type", "split", "join", "copy", "delete", "undo", "redo"),
      at: fc.nat(1_000),
      length: fc.nat(30),
    });
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 25 }), (edits) => {
        const one = desk();
        for (const { kind, at, length } of edits) {
          const size = one.doc.content.size;
          const pos = at % size;
          one.dispatch(one.state.tr.setSelection(TextSelection.near(one.doc.resolve(pos))));
          if (kind === "type") one.dispatch(one.state.tr.insertText("x"));
          if (kind === "split") one.run(splitBlock);
          if (kind === "join") one.run(joinBackward);
          if (kind === "undo") one.run(undo);
          if (kind === "redo") one.run(redo);
          if (kind === "copy") {
            const slice = one.doc.slice(pos, Math.min(pos + length, size));
            one.dispatch(
              one.state.tr.replaceSelection(new Slice(slice.content, slice.openStart, slice.openEnd)),
            );
          }
          if (kind === "delete") one.dispatch(one.state.tr.deleteRange(pos, Math.min(pos + length, size)));
          unique(one);
        }
      }),
      { numRuns: runs(150) },
    );
  });
});

test("a paragraph that is split in a list has its ids, though somebody takes the list away around it", () => {
  const one = new Desk([list("first words")], [permanentIds()]);
  const before = one.state.doc;
  const whole = one.doc.firstChild!;
  const own = new OwnSteps("one", 0);
  one.select("words", { empty: true });
  one.run((state, dispatch) =>
    splitBlock(state, (tr) => {
      own.add([tr]);
      dispatch!(tr);
    }),
  );
  const lifted = new ReplaceAroundStep(0, whole.nodeSize, 2, whole.nodeSize - 2, Slice.empty, 0, true);
  const steps = [lifted, new AttrStep(0, "id", "lifted")];
  const sent = steps.map((step, i) => ({ client: "other", number: i + 1, step: stepToJSON(step) }));
  expect(lifted.apply(before).doc?.toString()).toBe('doc(paragraph("first words"))');
  const { state, transactions } = one.state.applyTransaction(
    own.take({ version: 0, steps: sent }, one.state).tr!,
  );
  one.state = state;
  own.add(transactions);
  expect(one.doc.toString()).toBe('doc(paragraph("first "), paragraph("words"))');
  unique(one);
  expect(own.waiting.map(({ number, step }) => [number, step.toJSON().stepType as string])).toEqual([
    [1, "replace"],
    [2, "attr"],
  ]);
});
