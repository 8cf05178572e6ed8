import { beforeEach, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, paragraph } from "#tests/editing";
import { permanentIds } from "../plugins/permanent-ids";
import { RecentTargets } from "./recent-targets";

/** What the browser keeps, without a browser. */
const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
    },
  });
});

function window() {
  const desk = new Desk(
    [heading(1, "One"), paragraph("some words here"), heading(1, "Two")],
    [history(), permanentIds()],
  );
  const said: string[] = [];
  const host = {
    id: "document",
    title: "Manual",
    get state() {
      return desk.state;
    },
    get index() {
      return desk.index;
    },
    dispatch: desk.dispatch,
    say: (words: string) => void said.push(words),
  };
  return { desk, said, host, pocket: new RecentTargets(host, () => {}) };
}
const rangeOf = (desk: Desk, words: string): [number, number] => {
  const { from, to } = desk.select(words).state.selection;
  return [from, to];
};
const press = (pocket: RecentTargets, key: string) => pocket.keyDown({ key } as KeyboardEvent);

test("a place in the hand is tied to words one after the other, until it is put down", () => {
  const { desk, pocket, said } = window();
  const two = desk.index.headings[1]!;
  expect(press(pocket, "Enter")).toBe(false);
  pocket.take(two.id);
  expect(press(pocket, "Enter")).toBe(false);
  pocket.linkSelection();
  expect(said).toEqual(["First choose the words that are to lead there."]);
  for (const words of ["some", "here"]) {
    desk.select(words);
    expect(press(pocket, "Enter")).toBe(true);
  }
  expect(desk.index.links.map(({ text, target }) => [text, target])).toEqual(
    ["some", "here"].map((text) => [text, { kind: "destination", id: two.id, was: "Two" }]),
  );
  expect(press(pocket, "Escape")).toBe(true);
  expect(pocket.inHand).toBeNull();
  expect(press(pocket, "Escape")).toBe(false);
  desk.run(undo);
  expect(desk.index.links.map(({ text }) => text)).toEqual(["some"]);
});

test("places that were picked up are remembered for the document, the latest first, while they stand", () => {
  const { desk, pocket, host } = window();
  const [one, two] = desk.index.headings;
  pocket.take(one!.id);
  pocket.remember(two!);
  pocket.remember(one!);
  const later = new RecentTargets(host, () => {});
  expect(later.inHand?.name).toBe("One");
  expect(later.recent.map(({ name }) => name)).toEqual(["One", "Two"]);
  desk.dispatch(desk.state.tr.delete(one!.pos, one!.end));
  expect(later.recent.map(({ name }) => name)).toEqual(["Two"]);
});

test("a place is taken along into another document, and words there lead back to it", () => {
  const { pocket, desk } = window();
  const [one] = desk.index.headings;
  pocket.take(one!.id);
  const there = window();
  const other = new RecentTargets({ ...there.host, id: "other", title: "Guide" }, () => {});
  expect(other.recent).toEqual([]);
  expect(other.elsewhere).toEqual([{ document: "document", id: one!.id, name: "One", title: "Manual" }]);
  expect(other.targetOf(other.elsewhere[0]!)).toEqual({
    kind: "document",
    document: "document",
    id: one!.id,
  });
  expect(pocket.takeWords(...rangeOf(desk, "some words"))).toBe(true);
  const words = { exact: "some words", before: "", after: " here" };
  other.look();
  expect(other.elsewhere.map((place) => [place.name, other.targetOf(place)])).toEqual([
    ["“some words”", { kind: "document", document: "document", words }],
    ["One", { kind: "document", document: "document", id: one!.id }],
  ]);
  // In its own document it is a link to the words.
  expect(pocket.targetOf(pocket.inHand!)).toEqual({ kind: "words", ...words });
  expect(pocket.takeWords(one!.pos + 1, desk.doc.content.size)).toBe(false);
  kept.set("gate-rope pocket", "damaged");
  other.look();
  expect(other.elsewhere).toEqual([]);
});
