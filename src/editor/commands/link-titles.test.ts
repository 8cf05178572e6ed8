import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { resolveLinks } from "@/core/links";
import { permanentIds } from "../plugins/permanent-ids";
import { linkTitles, titledLines } from "./link-titles";

function desk() {
  return new Desk(
    [
      paragraph("Front"),
      list("1. The dome", "CLOSING .......... 12", "Nothing like it"),
      heading(1, "The dome"),
      paragraph("of the dome"),
      heading(2, "Below"),
      paragraph("of below"),
      heading(1, "2. Closing"),
      paragraph("of closing"),
    ],
    [history(), permanentIds()],
  );
}

const meaning = (one: Desk) =>
  titledLines(one.state, one.index).map(({ text, meant }) => `${text} → ${meant?.name ?? "nothing"}`);

describe("a typed list of titles", () => {
  test("knows the section of each line, whatever its number, its capitals and the page behind it", () => {
    const one = desk().select("dome", { empty: true });
    expect(meaning(one)).toEqual([
      "1. The dome → The dome",
      "CLOSING → 2. Closing",
      "Nothing like it → nothing",
    ]);
    expect(meaning(one.select("Front"))).toEqual(["Front → nothing"]);
  });

  test("is linked in one step, with ways back from the ends of the sections", () => {
    const one = desk().select("dome", { empty: true });
    const before = one.doc;
    const lines = titledLines(one.state, one.index).flatMap((line) =>
      line.meant ? [{ ...line, meant: line.meant }] : [],
    );
    one.dispatch(linkTitles(one.state.tr, one.index, lines, "Back"));
    expect(
      resolveLinks(one.index).map((link) => [link.text, link.lands && link.destination!.name, link.block]),
    ).toEqual([
      ["1. The dome", "The dome", 1],
      ["CLOSING", "2. Closing", 1],
      ["Back", "List of sections", 6],
      ["Back", "List of sections", 9],
    ]);
    one.dispatch(linkTitles(one.state.tr, one.index, [], "Back"));
    expect(one.index.bookmarks).toHaveLength(1);
    one.run(undo);
    expect(one.doc.eq(before)).toBe(true);
  });
});
