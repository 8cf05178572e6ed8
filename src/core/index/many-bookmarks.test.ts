import { describe, expect, test } from "@jest/globals";
import { heading, paragraph } from "#tests/editing";
import { Transform } from "prosemirror-transform";
import {
  bookmarkEntry,
  createDocument,
  newId,
  schema,
  type BookmarkEntry,
  type DestinationId,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { ANCHOR_LENGTH, indexDocument } from ".";

const { nodes, marks } = schema;

describe("bookmarks without measure", () => {
  test("ranges nested 50 deep, over blocks, are told apart, each with its own words", () => {
    const words = Array.from({ length: 101 }, (_, i) => `w${i}`);
    const ids = Array.from({ length: 50 }, () => newId());
    const tr = new Transform(createDocument([paragraph(words.join(" ")), paragraph("after it")]));
    const at = (word: number) => 1 + words.slice(0, word).join(" ").length + (word > 0 ? 1 : 0);
    ids.forEach((id, depth) => {
      const end = depth === 0 ? tr.doc.content.size - 1 : at(100 - depth) + words[100 - depth]!.length;
      tr.addMark(at(depth), end, marks.bookmark.create({ id }));
      tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", `Deep ${depth}`) }));
    });
    tr.doc.check();
    const { bookmarks } = indexDocument(tr.doc);
    expect(bookmarks.map(({ name }) => name)).toEqual(ids.map((_, depth) => `Deep ${depth}`));
    expect(bookmarks[49]!.text).toBe(words.slice(49, 52).join(" "));
    expect(bookmarks[0]!.text.endsWith("after it")).toBe(true);
  });

  test("10,000 of them have anchors of their own, also where their names are of every script, alike, empty or endless", () => {
    const names = [
      "秋の夜",
      "عربي",
      "🔭🔭",
      "Übersicht",
      "",
      "same",
      "same",
      "x".repeat(10_000),
      "a\u202eb",
      "<b>",
    ];
    const bookmarks: Record<string, BookmarkEntry> = {};
    const blocks = Array.from({ length: 1_000 }, (_, i) => {
      const points = Array.from({ length: 10 }, (_point, n) => {
        const id = newId();
        bookmarks[id] = bookmarkEntry("point", names[n]!);
        return nodes.bookmark_point.create({ id });
      });
      return nodes.paragraph.create(null, [schema.text(`line ${i}`), ...points]);
    });
    const doc = createDocument([heading(1, "Many"), ...blocks]);
    const index = indexDocument(
      doc.type.create({ ...doc.attrs, registry: { bookmarks, anchors: {} } }, doc.content),
    );
    const anchors = index.bookmarks.map(({ id }) => index.anchors.of(id)!);
    expect(anchors).toHaveLength(10_000);
    expect(new Set(anchors.map((anchor) => anchor.toLowerCase())).size).toBe(10_000);
    for (const anchor of anchors) expect(anchor).toMatch(/^[\p{L}_][\p{L}\p{N}\p{M}._-]*$/u);
    expect(Math.max(...anchors.map(({ length }) => length))).toBeLessThanOrEqual(ANCHOR_LENGTH);
  });

  test("renamed by two authors at once, one has the later name, and no field of either is lost", () => {
    const id = newId() as DestinationId;
    const doc = new Transform(createDocument([])).step(
      new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("point", "First") }),
    ).doc;
    const rename = (value: string) => new RegistryStep({ part: "bookmarks", id, field: "name", value });
    const note = new RegistryStep({ part: "bookmarks", id, field: "note", value: "mine" });
    const both = new Transform(doc).step(rename("Hers")).step(note).step(rename("His")).doc;
    expect((both.attrs.registry as { bookmarks: Record<string, BookmarkEntry> }).bookmarks[id]).toMatchObject(
      {
        name: "His",
        note: "mine",
      },
    );
  });
});
