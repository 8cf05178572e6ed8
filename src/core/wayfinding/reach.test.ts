import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import {
  createDocument,
  FIRST_SHEET,
  newId,
  schema,
  withSettings,
  type DestinationId,
  type ReturnRule,
} from "@/core/document";
import { indexDocument } from "@/core/index";
import { coverageOf, reachOf, returnLinks } from ".";

const { nodes, marks } = schema;
const ids = Object.fromEntries(["a", "b", "c", "d"].map((name) => [name, newId()])) as Record<
  string,
  DestinationId
>;
const title = (name: string, level = 1) => nodes.heading.create({ id: ids[name], level }, schema.text(name));
const text = (words: string, to?: string) =>
  nodes.paragraph.create(
    { id: newId() },
    schema.text(words, to ? [marks.link.create({ target: { kind: "destination", id: ids[to]! } })] : []),
  );
const list = (to = 1) => nodes.contents_list.create({ id: newId(), from: 1, to });
function made(blocks: readonly Node[], returns?: ReturnRule): Node {
  const doc = createDocument(blocks);
  return withSettings(doc, { styles: BARE, ...(returns && { returns }) });
}
/** Looks without lines above and below the pages: those of a new document lead back from each. */
const BARE = {
  ...FIRST_SHEET,
  page: { ...FIRST_SHEET.page, header: ["", "", ""], footer: ["", "", ""] },
} as const;
const told = (doc: Node) =>
  reachOf(indexDocument(doc), { pageOf: (pos) => pos / 10 }).map(
    ({ section, fromStart, fromContents, back, pagesToBack }) =>
      `${section.heading.name} ${fromStart} ${fromContents} ${back} ${pagesToBack?.toFixed(1) ?? null}`,
  );

describe("the reach of sections", () => {
  test("without lists or links is the beginning alone", () => {
    expect(told(made([title("a"), text("x"), title("b"), text("y")]))).toEqual([
      "a 0 null 0 null",
      "b null null null null",
    ]);
    expect(told(made([text("x"), title("b"), text("y")]))).toEqual(["b null null null null"]);
    expect(told(made([text("x")]))).toEqual([]);
  });

  test("counts jumps over lists, links and return links", () => {
    const blocks = [
      list(),
      title("a"),
      text("x", "d"),
      title("b"),
      text("y"),
      title("c", 2),
      title("d", 2),
      text("z", "b"),
    ];
    expect(told(made(blocks))).toEqual([
      "a 1 1 null 0.5",
      "b 1 1 null 1.1",
      "c null null null 1.4",
      "d 2 2 null 2.0",
    ]);
    expect(told(made(blocks, { levels: [1, 2], words: "" }))).toEqual([
      "a 1 1 1 0.3",
      "b 1 1 1 0.6",
      "c null null 1 0.8",
      "d 2 2 1 0.5",
    ]);
  });

  test("is one jump from anywhere to what stands in a menu in the header of each page", () => {
    const menu = (placed?: "header") =>
      nodes.contents_list.create({
        id: newId(),
        list: { of: "sections", buttons: true, ...(placed && { placed }) },
      });
    const blocks = [title("a"), text("x"), title("b"), text("y", "a")];
    const jumps = (doc: Node) =>
      reachOf(indexDocument(doc)).map(
        ({ section, fromStart, back }) => `${section.heading.name} ${fromStart} ${back}`,
      );
    expect(jumps(made([...blocks, menu()]))).toEqual(["a 0 0", "b null 1"]);
    expect(jumps(made([...blocks, menu("header")]))).toEqual(["a 0 0", "b 1 1"]);
  });

  test("comes to one line for the whole document", () => {
    const blocks = [list(2), title("a"), text("x"), title("b"), text("y"), title("c", 2), text("z")];
    const index = indexDocument(made(blocks, { levels: [1], words: "" }));
    expect(coverageOf(reachOf(index))).toMatchObject({
      sections: 3,
      unreached: 0,
      stranded: 0,
      most: 1,
      mean: 1,
    });
    expect(coverageOf([])).toEqual({
      sections: 0,
      unreached: 0,
      stranded: 0,
      most: 0,
      mean: 0,
      farthestBack: 0,
      farthestOnScreen: 0,
    });
  });
});

describe("return links lead where the rule says", () => {
  const blocks = [list(), title("a"), text("x"), title("b", 2), text("y"), title("c", 3), text("z")];
  const leads = (to?: ReturnRule["to"]) =>
    returnLinks(indexDocument(made(blocks, { levels: [1, 2, 3], words: "", to }))).map(
      ({ ways: [{ to: id, words }] }) => [
        Object.keys(ids).find((name) => ids[name] === id) ?? (id ? "list" : "top"),
        words,
      ],
    );

  test.each<[ReturnRule["to"], string, string]>([
    [undefined, "list", "Back to contents"],
    ["contents", "list", "Back to contents"],
    ["top", "top", "Back to top"],
    ["parent", "b", "Back to b"],
    [{ place: ids.a! }, "a", "Back to a"],
    [{ place: "gone" }, "top", "Back to top"],
  ])("%j", (to, where, words) => expect(leads(to)).toEqual([[where, words]]));

  test("to the contents list, not to a list of figures before it", () => {
    const figures = nodes.contents_list.create({ id: newId(), list: { of: "figures" } });
    const doc = made([figures, ...blocks], { levels: [1], words: "" });
    const index = indexDocument(doc);
    expect(returnLinks(index)[0]!.ways[0].to).toBe(index.contentsLists[1]!.id);
  });
});
