import { settingsOf } from "@/core/kinds";
import { describe, expect, test } from "@jest/globals";
import { Step, Transform } from "prosemirror-transform";
import { bookmarkEntry, createDocument, newId, schema } from "@/core/document";
import { RegistryStep, type RegistryChange } from "@/core/steps";

const id = newId();
const other = newId();
const doc = createDocument([]);
const named = new Transform(doc).step(
  new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", "First") }),
).doc;

const changes: RegistryChange[] = [
  { part: "bookmarks", id, entry: { ...bookmarkEntry("point", "Other"), note: "n" } },
  { part: "bookmarks", id, entry: null },
  { part: "bookmarks", id: other, entry: bookmarkEntry("block", "New", id) },
  { part: "bookmarks", id, field: "name", value: "Renamed" },
  { part: "bookmarks", id, field: "removed", value: true },
  { part: "bookmarks", lasts: { [id]: { words: "w", section: "s", block: null } } },
  { part: "bookmarks", lasts: { [id]: null, [other]: { words: "", section: "", block: null } } },
  { part: "anchors", entries: { [id]: { anchor: "first", aliases: ["old"] }, [other]: null } },
];

describe("a registry step", () => {
  test.each(changes)("%j is undone exactly, survives its own JSON and changes no content", (change) => {
    const step = new RegistryStep(change);
    const after = step.apply(named).doc!;
    expect(after.content).toBe(named.content);
    expect(step.invert(named).apply(after).doc!.attrs).toEqual(named.attrs);
    const read = Step.fromJSON(schema, JSON.parse(JSON.stringify(step.toJSON())) as object);
    expect(read.apply(named).doc!.attrs).toEqual(after.attrs);
  });

  test("lets two people change name and note of one bookmark at the same time", () => {
    const rename = new RegistryStep({ part: "bookmarks", id, field: "name", value: "Renamed" });
    const note = new RegistryStep({ part: "bookmarks", id, field: "note", value: "look again" });
    const one = note.apply(rename.apply(named).doc!).doc!;
    const two = rename.apply(note.apply(named).doc!).doc!;
    expect(one.attrs).toEqual(two.attrs);
    expect(settingsOf(one).registry).toMatchObject({
      bookmarks: { [id]: { name: "Renamed", note: "look again" } },
    });
  });

  test.each([
    { part: "bookmarks", id, field: "kind", value: "x" },
    { part: "bookmarks", id, entry: { name: "x" } },
    { part: "anchors", entries: { [id]: { anchor: "not valid!", aliases: [] } } },
    { part: "other" },
  ])("that is none is refused: %j", (change) => {
    expect(() => Step.fromJSON(schema, { stepType: "registry", change })).toThrow(RangeError);
  });

  test("on a bookmark that is gone fails instead of making half of one", () => {
    expect(
      new RegistryStep({ part: "bookmarks", id: other, field: "name", value: "x" }).apply(named).failed,
    ).toMatch(/not there/);
  });
});
