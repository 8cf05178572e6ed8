import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { history, undo } from "prosemirror-history";
import { Desk, heading, paragraph } from "#tests/editing";
import type { DestinationId } from "@/core/document";
import { impactOf } from "@/core/links";
import { permanentIds } from "../plugins/permanent-ids";
import { addBookmark } from "./bookmarks";
import { linkRange } from "./links";
import {
  duplicateSections,
  joinSections,
  moveSections,
  outermost,
  removeSections,
  shiftable,
  shiftSections,
  splitSection,
  stepSections,
  stretchesOf,
} from "./sections";
import { runs } from "#tests/runs";

/** “A” with “A1” and “A2” below it, “B”, “C” with “C1”, each with words of its own. */
function desk(): Desk {
  const sections: [number, string][] = [
    [1, "A"],
    [2, "A1"],
    [2, "A2"],
    [1, "B"],
    [1, "C"],
    [2, "C1"],
  ];
  return new Desk(
    sections.flatMap(([level, name]) => [heading(level, name), paragraph(`words of ${name}`)]),
    [history(), permanentIds()],
  );
}

const idsOf = (it: Desk, ...names: string[]): DestinationId[] =>
  names.map((name) => it.index.headings.find((one) => one.name === name)!.id);
const leadingInto = (it: Desk, ...names: string[]) =>
  impactOf(it.index, { stretches: stretchesOf(it.index, idsOf(it, ...names)), bookmarks: [] }).links.length;
const order = (it: Desk) => it.index.headings.map(({ level, name }) => `${level}${name}`).join(" ");

describe("sections", () => {
  test("move with all that follows, one or several, to before another or the end", () => {
    const it = desk();
    const move = (names: string[], before: string | null) => {
      const tr = moveSections(
        it.state.tr,
        it.index,
        idsOf(it, ...names),
        before === null ? null : idsOf(it, before)[0]!,
      );
      if (tr) it.dispatch(tr);
      return tr ? order(it) : null;
    };
    expect(move(["A"], "C")).toBe("1B 1A 2A1 2A2 1C 2C1");
    expect(move(["A2", "C"], "B")).toBe("2A2 1C 2C1 1B 1A 2A1");
    expect(it.doc.textContent).toContain("A2words of A2Cwords of C");
    expect(move(["C1", "A2"], null)).toBe("1C 1B 1A 2A1 2A2 2C1");
    expect(move(["A", "A1"], "C")).toBe("1A 2A1 2A2 2C1 1C 1B");
    expect(move(["A"], "A1")).toBeNull();
    expect(move(["A"], "C")).toBeNull();
  });

  test("step past the one before or after them of the same parent, and no further", () => {
    const it = desk();
    const step = (by: 1 | -1, ...names: string[]) => {
      const tr = stepSections(it.state.tr, it.index, idsOf(it, ...names), by);
      if (tr) it.dispatch(tr);
      return tr ? order(it) : null;
    };
    expect(step(1, "A")).toBe("1B 1A 2A1 2A2 1C 2C1");
    expect(step(-1, "C")).toBe("1B 1C 2C1 1A 2A1 2A2");
    expect(step(-1, "A2")).toBe("1B 1C 2C1 1A 2A2 2A1");
    expect(step(-1, "A2")).toBeNull();
    expect(step(1, "B", "C")).toBe("1A 2A2 2A1 1B 1C 2C1");
    expect(step(1, "C")).toBeNull();
  });

  test("are raised and lowered with what lies below them or alone, within the six levels", () => {
    const it = desk();
    const shift = (by: number, withBelow: boolean, ...names: string[]) => {
      const tr = shiftSections(it.state.tr, it.index, idsOf(it, ...names), by, { withBelow });
      if (tr) it.dispatch(tr);
      return tr ? order(it) : null;
    };
    expect(shift(1, true, "A")).toBe("2A 3A1 3A2 1B 1C 2C1");
    expect(shift(1, false, "C")).toBe("2A 3A1 3A2 1B 2C 2C1");
    expect(shift(-1, true, "A", "A2")).toBe("1A 2A1 2A2 1B 2C 2C1");
    expect(shift(-1, true, "B")).toBeNull();
    expect(shift(5, true, "A")).toBeNull();
    expect(shiftable(it.index, idsOf(it, "A"), 1)).toHaveLength(3);
    expect(shiftable(it.index, idsOf(it, "A"), 5)).toHaveLength(0);
  });

  test("are joined, duplicated and taken out", () => {
    const it = desk();
    it.dispatch(duplicateSections(it.state.tr, it.index, idsOf(it, "C"))!);
    expect(order(it)).toBe("1A 2A1 2A2 1B 1C 2C1 1C 2C1");
    expect(new Set(it.ids).size).toBe(it.ids.length);
    it.dispatch(joinSections(it.state.tr, it.index, idsOf(it, "B"))!);
    expect(order(it)).toBe("1A 2A1 2A2 1C 2C1 1C 2C1");
    expect(it.doc.textContent).toContain("words of A2Bwords of B");
    it.dispatch(
      removeSections(
        it.state.tr,
        it.index,
        it.index.headings.map(({ id }) => id),
      )!,
    );
    expect(it.doc.toString()).toBe("doc(paragraph)");
  });

  test("tell how many links lead into them", () => {
    const it = desk();
    const { from, to } = it.select("words of B").state.selection;
    const tr = it.state.tr;
    linkRange(tr, from, to, { kind: "destination", id: idsOf(it, "A1")[0]! });
    it.dispatch(tr);
    expect(leadingInto(it, "A")).toBe(1);
    expect(leadingInto(it, "B")).toBe(0);
    // One that stands in what it leads into is none from elsewhere.
    expect(leadingInto(it, "A1", "B")).toBe(0);
    expect(outermost(it.index, idsOf(it, "A1", "A")).map((one) => one.heading.name)).toEqual(["A"]);
  });

  test("keep every id, bookmark and link however they are moved and shifted; undo gives back the very same document", () => {
    const doing = fc.record({
      kind: fc.constantFrom("move" as const, "step" as const, "shift" as const),
      which: fc.array(fc.nat(5), { minLength: 1, maxLength: 3 }),
      to: fc.nat(6),
      by: fc.constantFrom(1 as const, -1 as const),
    });
    fc.assert(
      fc.property(fc.array(doing, { minLength: 1, maxLength: 8 }), (doings) => {
        const it = desk();
        const tr = it.state.tr;
        const place = it.select("words of A2").state.selection;
        addBookmark(tr, place.from, place.to, "Marked");
        const words = it.select("words of C1").state.selection;
        linkRange(tr, words.from, words.to, { kind: "destination", id: idsOf(it, "B")[0]! });
        it.dispatch(tr.setMeta("addToHistory", false));
        const before = it.doc;
        const ids = [...it.ids].sort();
        for (const { kind, which, to, by } of doings) {
          const { headings } = it.index;
          const chosen = which.map((i) => headings[i]!.id);
          const change =
            kind === "move"
              ? moveSections(it.state.tr, it.index, chosen, headings[to]?.id ?? null)
              : kind === "step"
                ? stepSections(it.state.tr, it.index, chosen, by)
                : shiftSections(it.state.tr, it.index, chosen, by);
          if (change) it.dispatch(change);
        }
        expect([...it.ids].sort()).toEqual(ids);
        expect(it.index.bookmarks.map(({ text }) => text)).toEqual(["words of A2"]);
        expect(it.index.links).toMatchObject([
          { text: "words of C1", target: { kind: "destination", id: idsOf(it, "B")[0] } },
        ]);
        while (it.run(undo));
        expect(it.doc.eq(before)).toBe(true);
      }),
      { numRuns: runs(200) },
    );
  });
});

describe("a section that is split", () => {
  const split = (at: (it: Desk) => number) => {
    const it = desk();
    it.caret(at(it));
    splitSection(it.index)(it.state, (tr) => it.dispatch(tr));
    return it;
  };
  const inA1 = (it: Desk, offset: number) =>
    it.index.headings.find((one) => one.name === "A1")!.end + 1 + offset;

  test.each([
    ["in the middle of a paragraph", 6, ["words ", "", "of A1"]],
    ["at its beginning", 0, ["A1", "", "words of A1"]],
    ["at its end", 11, ["words of A1", "", "A2"]],
  ])("%s begins a new one of the same level there", (_where, offset, around) => {
    const it = split((desk) => inA1(desk, offset));
    const { $from } = it.state.selection;
    const at = $from.index(0);
    expect($from.parent.type.name).toBe("heading");
    expect($from.parent.attrs.level).toBe(2);
    expect([-1, 0, 1].map((by) => it.doc.child(at + by).textContent)).toEqual(around);
    it.doc.check();
    undo(it.state, (tr) => it.dispatch(tr));
    expect(it.doc.toString()).toBe(desk().doc.toString());
  });

  test("is refused within a heading", () => {
    const it = desk();
    it.caret(2);
    expect(splitSection(it.index)(it.state)).toBe(false);
  });
});
