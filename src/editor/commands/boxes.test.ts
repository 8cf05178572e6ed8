import { describe, expect, test } from "@jest/globals";
import { chainCommands } from "prosemirror-commands";
import type { Node } from "prosemirror-model";
import { splitListItem } from "prosemirror-schema-list";
import { Desk, paragraph } from "#tests/editing";
import { startsInside, startWithin } from "@/core/index";
import { schema } from "@/core/document";
import { permanentIds } from "../plugins/permanent-ids";
import { toggleList } from "./blocks";
import { backspaceInBox, giveBox, splitItemWithBox, tickHere, toggleBoxes } from "./boxes";
import { listHere, setCount } from "./list-count";

const { nodes } = schema;
const item = (words: string, checked: boolean | null = null, ...more: Node[]) =>
  nodes.list_item.create({ checked }, [paragraph(words), ...more]);
const list = (...items: Node[]) => nodes.bullet_list.create(null, items);

/** The items of a desk in order, each with its box. */
function boxes(desk: Desk): unknown[] {
  const found: unknown[] = [];
  desk.doc.descendants((node) => {
    if (node.type === nodes.list_item) found.push([node.child(0).textContent, node.attrs.checked]);
  });
  return found;
}
const enter = chainCommands(splitItemWithBox, splitListItem(nodes.list_item));

describe("boxes to tick", () => {
  test("come and go for all items of the list around the selection, and of it alone", () => {
    const desk = new Desk([list(item("one", true, list(item("deep"))), item("two"))]).select("two");
    desk.run(toggleBoxes);
    expect(boxes(desk)).toEqual([
      ["one", true],
      ["deep", null],
      ["two", false],
    ]);
    desk.run(toggleBoxes);
    expect(boxes(desk)).toEqual([
      ["one", null],
      ["deep", null],
      ["two", null],
    ]);
    desk.select("deep").run(toggleBoxes);
    expect(boxes(desk)[1]).toEqual(["deep", false]);
  });

  test("make a list of words that stand in none", () => {
    const desk = new Desk([paragraph("one"), paragraph("two")]).select("one");
    desk.run(toggleBoxes);
    expect(boxes(desk)).toEqual([["one", false]]);
    desk.select("two").run(giveBox(true));
    expect(boxes(desk)).toEqual([
      ["one", false],
      ["two", true],
    ]);
  });

  test("are ticked where the caret is, also from a second paragraph of the item", () => {
    const desk = new Desk([list(item("one", false, paragraph("more")))]).select("more");
    expect(desk.run(tickHere)).toBe(true);
    expect(boxes(desk)).toEqual([["one", true]]);
    desk.run(tickHere);
    expect(boxes(desk)).toEqual([["one", false]]);
    expect(new Desk([list(item("plain"))]).select("plain").run(tickHere)).toBe(false);
    expect(new Desk([paragraph("none")]).select("none").run(tickHere)).toBe(false);
  });

  test("go on with Enter, open; a tick stays with its words; Backspace takes one off", () => {
    const desk = new Desk([list(item("onetwo", true))]).select("two", { empty: true });
    desk.run(enter);
    expect(boxes(desk)).toEqual([
      ["one", true],
      ["two", false],
    ]);
    desk.select("one", { empty: true }).run(enter);
    expect(boxes(desk)).toEqual([
      ["", false],
      ["one", true],
      ["two", false],
    ]);
    expect(desk.select("wo", { empty: true }).run(backspaceInBox)).toBe(false);
    desk.select("two", { empty: true }).run(backspaceInBox);
    expect(boxes(desk).at(-1)).toEqual(["two", null]);
    const plain = new Desk([list(item("plain"))]).select("plain", { empty: true });
    plain.run(enter);
    expect(boxes(plain)).toEqual([
      ["", null],
      ["plain", null],
    ]);
  });
});

describe("how a list counts", () => {
  test("is said of the innermost list around the selection", () => {
    const inner = nodes.ordered_list.create(null, [item("deep"), item("deeper")]);
    const desk = new Desk([nodes.ordered_list.create({ start: 4 }, [item("one", null, inner), item("two")])]);
    desk.select("deep").run(setCount({ numerals: "lower-roman" }));
    expect(listHere(desk.state)!.node.attrs).toMatchObject({ numerals: "lower-roman", start: 1 });
    desk.select("two").run(setCount({ continues: true }));
    expect(desk.doc.child(0).attrs).toMatchObject({ continues: true, start: 1, numerals: "decimal" });
    // A selection over several items of an inner list and the outer one is in the outer one.
    expect(new Desk([list(item("a")), paragraph("b")]).select("b").run(setCount({ start: 2 }))).toBe(false);
    expect(new Desk([list(item("a"))]).select("a").run(setCount({ start: 2 }))).toBe(false);
  });

  test("goes on over what stands between, and counts again when items come and go", () => {
    const one = () => nodes.ordered_list.create(null, [item("one"), item("two")]);
    const more = () => nodes.ordered_list.create({ continues: true }, [item("three")]);
    const desk = new Desk(
      [more(), one(), paragraph("Between."), more(), more(), one(), more()],
      [permanentIds()],
    );
    const starts = () => desk.ids.map((id) => desk.index.listStarts.get(id as never));
    expect(starts()).toEqual([1, undefined, undefined, 3, 4, undefined, 3]);
    desk.select("two", { empty: true }).run(splitListItem(nodes.list_item));
    expect(starts()).toEqual([1, undefined, undefined, 4, 5, undefined, 3]);
    desk.select("Between.").run(toggleList("ordered_list"));
    expect(starts()).toEqual([1, undefined, undefined, 2, 3, undefined, 3]);
  });

  test("goes on within an item, a cell or a quotation by itself", () => {
    const within = nodes.quotation.create(null, [
      nodes.ordered_list.create({ start: 5 }, [item("five")]),
      paragraph("x"),
      nodes.ordered_list.create({ continues: true }, [item("six")]),
    ]);
    expect(startsInside(within)).toEqual([{ from: 14, to: 23, start: 6 }]);
    expect(startWithin(within, 0)).toBe(5);
    expect(startsInside(paragraph("x"))).toEqual([]);
  });
});
