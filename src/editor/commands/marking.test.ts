import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { schema, settingsOf, type DestinationId } from "@/core/document";
import { incomingLinks, resolveLinks } from "@/core/links";
import {
  addBookmark,
  addBookmarks,
  bookmarkIdAt,
  dropBookmark,
  freeName,
  moveBookmark,
  namesByPattern,
  proposedName,
  publishAnchors,
  removeBookmark,
  renameBookmark,
  renameBookmarks,
  setBookmarkField,
} from "./bookmarks";
import { destinationAt, insertLink, linkAt, linkRange, removeLink, targetOf } from "./links";
import { wordAt } from "./word-at";
import { putContentsAtFront, setReturns } from "./wayfinding";

const { nodes } = schema;

function desk() {
  return new Desk(
    [
      heading(1, "First part"),
      paragraph("Open the shutters slowly."),
      list("an item"),
      nodes.code_block.create(null, schema.text("code")),
    ],
    [history()],
  );
}

function mark(one: Desk, words: string, name: string, empty = false): DestinationId {
  const { from, to } = one.select(words, { empty }).state.selection;
  const tr = one.state.tr;
  const id = addBookmark(tr, from, to, name);
  one.dispatch(tr);
  return id;
}

describe("a bookmark", () => {
  test("is a range on words and a point at the caret, in code as well", () => {
    const one = desk();
    mark(one, "shutters", "Range");
    mark(one, "slowly", "Point", true);
    mark(one, "code", "Code", true);
    expect(one.index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["Range", "range", "shutters"],
      ["Point", "point", ""],
      ["Code", "point", ""],
    ]);
  });

  test("is proposed a name from the words chosen, or from those around the caret", () => {
    const one = desk();
    expect(proposedName(one.select("the shutters").state, one.index)).toBe("the shutters");
    expect(proposedName(one.select("slowly", { empty: true }).state, one.index)).toBe(
      "Open the shutters slowly.",
    );
    const long = new Desk([paragraph("word ".repeat(60).trim())]);
    expect(proposedName(long.select("word", { empty: true }).state, long.index).length).toBeLessThanOrEqual(
      60,
    );
  });

  test("gets a number where its name is taken, without regard to case; its own name is free to it", () => {
    const one = desk();
    const id = mark(one, "shutters", "Spot");
    expect(freeName(" spot  ", one.index)).toEqual({ name: "spot 2", taken: true });
    expect(freeName("Spot", one.index, id)).toEqual({ name: "Spot", taken: false });
    expect(freeName("   ", one.index)).toEqual({ name: "Bookmark", taken: false });
  });

  test("is renamed without a link to it changing, and removed with the broken links, in one step of undo", () => {
    const one = desk();
    const id = mark(one, "shutters", "Spot");
    const { from, to } = one.select("item").state.selection;
    one.dispatch(linkRange(one.state.tr, from, to, targetOf(one.index.destination(id)!)));
    one.dispatch(renameBookmark(one.state.tr, id, "Renamed"));
    expect(incomingLinks(one.index, id)).toHaveLength(1);
    expect(resolveLinks(one.index)[0]).toMatchObject({ lands: true, destination: { name: "Renamed" } });
    const before = one.doc;
    one.dispatch(removeBookmark(one.state.tr, one.index.bookmarks[0]!));
    expect(one.index.bookmarks).toEqual([]);
    expect(resolveLinks(one.index)[0]).toMatchObject({
      lands: false,
      why: "The bookmark “Renamed” was removed.",
    });
    expect(one.run(undo)).toBe(true);
    expect(one.doc.eq(before)).toBe(true);
  });

  test.each(["range", "point", "block"] as const)(
    "of the shape %s leaves nothing in the text when it is removed",
    (shape) => {
      const one = desk();
      const plain = one.doc.content;
      mark(one, shape === "block" ? "code" : "shutters", "X", shape !== "range");
      one.dispatch(removeBookmark(one.state.tr, one.index.bookmarks[0]!));
      expect(one.doc.content.eq(plain)).toBe(true);
    },
  );
});

describe("publishing anchors", () => {
  test("keeps them through renaming, is no step of undo, and happens once", () => {
    const one = desk();
    one.dispatch(publishAnchors(one.state.tr, one.index)!);
    expect(publishAnchors(one.state.tr, one.index)).toBeNull();
    expect(one.run(undo)).toBe(false);
    const [part] = one.index.headings;
    one.dispatch(one.state.tr.insertText("Very ", part!.pos + 1));
    expect(one.index.headings[0]!.name).toBe("Very First part");
    expect(one.index.anchors.of(part!.id)).toBe("first-part");
  });
});

describe("a link", () => {
  test("covers exactly the words in its range, whatever was linked there before", () => {
    const one = desk();
    const { from, to } = one.select("the shutters").state.selection;
    one.dispatch(linkRange(one.state.tr, from, to, { kind: "web", url: "https://a.example" }));
    one.dispatch(linkRange(one.state.tr, from, to, { kind: "web", url: "https://b.example" }));
    expect(one.index.links.map(({ text, target }) => [text, target])).toEqual([
      ["the shutters", { kind: "web", url: "https://b.example" }],
    ]);
    expect(linkAt(one.index, from + 3)?.text).toBe("the shutters");
    expect(linkAt(one.index, from - 2)).toBeNull();
    one.dispatch(removeLink(one.state.tr, one.index.links[0]!));
    expect(one.index.links).toEqual([]);
  });

  test("is put in with new words", () => {
    const one = desk();
    const { from } = one.select("slowly", { empty: true }).state.selection;
    one.dispatch(insertLink(one.state.tr, from, "see here", { kind: "mail", address: "a@b.example" }));
    expect(one.doc.child(1).textContent).toBe("Open the shutters see hereslowly.");
    expect(one.index.links).toHaveLength(1);
  });

  test("offers the word at the caret", () => {
    const one = desk();
    const { from } = one.select("utters", { empty: true }).state.selection;
    expect(wordAt(one.state.doc.resolve(from))?.text).toBe("shutters");
    expect(wordAt(new Desk([paragraph("a  b")]).doc.resolve(3))).toBeNull();
  });

  test("tied to a place leads to the heading or the innermost bookmark there, else to a bookmark that is made", () => {
    const one = desk();
    const at = (words: string) => one.select(words, { empty: true }).state.selection.from;
    const tr = one.state.tr;
    expect(destinationAt(tr, one.index, at("First"))).toMatchObject({
      made: null,
      target: { was: "First part" },
    });
    expect(tr.docChanged).toBe(false);
    const outer = mark(one, "Open the shutters", "Outer");
    const inner = mark(one, "shutters", "Inner");
    expect(destinationAt(one.state.tr, one.index, at("utters")).target).toMatchObject({ id: inner });
    expect(destinationAt(one.state.tr, one.index, at("pen the")).target).toMatchObject({ id: outer });
    const making = one.state.tr;
    const made = destinationAt(making, one.index, at("an item"));
    one.dispatch(making);
    expect(made.made).toBe("an item");
    expect(one.index.bookmarks.map(({ name }) => name)).toContain("an item");
    const onCode = one.state.tr;
    destinationAt(onCode, one.index, at("code"));
    one.dispatch(onCode);
    expect(one.index.bookmarks.at(-1)).toMatchObject({ name: "code", shape: "point" });
  });
});

test("a contents list at the front and a rule for return links are steps like any other", () => {
  const one = desk();
  one.dispatch(putContentsAtFront(one.state.tr, { from: 1, to: 2 }));
  one.dispatch(setReturns(one.state.tr, { levels: [1], words: "Up" }));
  expect(one.doc.child(0).type).toBe(nodes.contents_list);
  expect(one.ids[0]).toBeTruthy();
  expect(settingsOf(one.doc).returns).toEqual({ levels: [1], words: "Up" });
  one.run(undo);
  one.run(undo);
  expect(one.doc.child(0).type).toBe(nodes.heading);
});

describe("bookmarks on the move", () => {
  test("a bookmark is put on other words, at a point, and back from being lost; links go on landing", () => {
    const one = desk();
    const id = mark(one, "shutters", "Spot");
    const standing = () => one.index.bookmarks.find((it) => it.id === id) ?? null;
    const move = (range: { from: number; to: number }) => {
      const tr = moveBookmark(one.state.tr, id, standing(), range);
      if (tr) one.dispatch(tr);
      return tr !== null;
    };
    const put = (words: string, empty = false) => move(one.select(words, { empty }).state.selection);
    const { from } = one.select("the ").state.selection;
    const { to } = one.select(" slowly").state.selection;
    expect(move({ from, to })).toBe(true);
    expect(standing()).toMatchObject({ text: "the shutters slowly", shape: "range", name: "Spot" });
    expect(put("an item", true)).toBe(true);
    expect(standing()).toMatchObject({ shape: "point", block: 2 });
    expect(one.doc.textContent).toContain("Open the shutters slowly.");
    expect(put("code", true)).toBe(true);
    one.dispatch(one.state.tr.delete(standing()!.pos, standing()!.pos + 1));
    expect(one.index.lostBookmarks).toEqual([id]);
    expect(put("Open")).toBe(true);
    expect(one.index.lostBookmarks).toEqual([]);
    expect(standing()).toMatchObject({ text: "Open", shape: "range" });
    one.run(undo);
    expect(one.index.lostBookmarks).toEqual([id]);
    one.dispatch(dropBookmark(one.state.tr, id));
    expect(one.index.lostBookmarks).toEqual([]);
  });

  test("the innermost at a place is told; its note, its flag and its date are kept", () => {
    const one = desk();
    const outer = mark(one, "Open the shutters", "Outer");
    const inner = mark(one, "shutters", "Inner");
    const pos = one.select("shutters", { empty: true }).state.selection.from + 2;
    expect(bookmarkIdAt(one.index, pos)).toBe(inner);
    expect(bookmarkIdAt(one.index, pos - 8)).toBe(outer);
    expect(bookmarkIdAt(one.index, 1)).toBeNull();
    const tr = one.state.tr;
    setBookmarkField(tr, inner, "note", "Ask Tove");
    setBookmarkField(tr, inner, "followUp", true);
    setBookmarkField(tr, inner, "due", "2026-12-24");
    one.dispatch(tr);
    expect(one.index.bookmarks.find(({ id }) => id === inner)).toMatchObject({
      note: "Ask Tove",
      followUp: true,
      due: "2026-12-24",
    });
    one.run(undo);
    expect(one.index.bookmarks.find(({ id }) => id === inner)).toMatchObject({
      note: "",
      followUp: false,
      due: "",
    });
  });

  test("many are set at once with names that are free, and renamed by a pattern", () => {
    const one = desk();
    mark(one, "slowly", "First part");
    const [title] = one.index.headings;
    const { from, to } = one.select("an item").state.selection;
    one.dispatch(
      addBookmarks(one.state.tr, one.index, [
        { block: title!.id, name: "First part" },
        { from, to, name: " an  item " },
        { from, to, name: "an item" },
      ]),
    );
    const names = () => one.index.bookmarks.map(({ name }) => name);
    expect(names()).toEqual(["First part 2", "First part", "an item", "an item 2"]);
    const wanted = namesByPattern(
      one.index,
      one.index.bookmarks,
      "{section} p{page}, {n}: {name}",
      () => "7",
    );
    expect(wanted[2]).toBe("First part p7, 3: an item");
    const some = one.index.bookmarks.slice(2).map(({ id }) => ({ id, name: "first part" }));
    one.dispatch(renameBookmarks(one.state.tr, one.index, some));
    expect(names()).toEqual(["First part 2", "First part", "first part 3", "first part 4"]);
    one.run(undo);
    expect(names()[3]).toBe("an item 2");
  });
});
