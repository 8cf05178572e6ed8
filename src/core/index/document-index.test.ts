import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Transform } from "prosemirror-transform";
import { anyDocument } from "#tests/arbitrary-document";
import { bookmarkEntry, countWords, createDocument, idOf, isKind, newId, schema } from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { indexDocument, type DocumentIndex } from ".";
import { runs } from "#tests/runs";

const { nodes, marks } = schema;
const heading = (level: number, text: string) =>
  nodes.heading.create({ level }, text ? schema.text(text) : []);
const paragraph = (text: string) => nodes.paragraph.create(null, schema.text(text));

/** Everything an index says, as plain values. */
function told(index: DocumentIndex) {
  return {
    words: index.words,
    headings: index.headings,
    sections: index.sections,
    bookmarks: index.bookmarks,
    figures: index.figures,
    tables: index.tables,
    links: index.links,
    lost: index.lostBookmarks,
    anchors: index.destinations.map((place) => [place.id, index.anchors.of(place.id)]),
  };
}

describe("the index", () => {
  test("kept current through random edits says the same as one made again", () => {
    const edit = fc.record({
      kind: fc.constantFrom("type", "split", "delete", "level", "mark"),
      at: fc.nat(10_000),
      length: fc.nat(40),
    });
    fc.assert(
      fc.property(
        fc.array(anyDocument, { minLength: 1, maxLength: 12 }),
        fc.array(edit, { minLength: 1, maxLength: 12 }),
        (parts, edits) => {
          let doc = createDocument(parts.flatMap((part) => part.content.content));
          let index = indexDocument(doc);
          for (const { kind, at, length } of edits) {
            const tr = new Transform(doc);
            const pos = at % doc.content.size;
            const $pos = doc.resolve(pos);
            if (kind === "type" && $pos.parent.inlineContent) tr.insert(pos, schema.text("new words "));
            if (kind === "split" && isKind($pos.parent, "paragraph") && $pos.depth === 1) tr.split(pos);
            if (kind === "delete") tr.delete(pos, Math.min(pos + length, doc.content.size));
            if (kind === "level" && $pos.depth === 1 && isKind($pos.parent, "heading"))
              tr.setNodeAttribute($pos.before(), "level", 1 + (length % 6));
            if (kind === "mark") {
              const id = newId();
              tr.addMark(pos, Math.min(pos + length, doc.content.size), marks.bookmark.create({ id }));
              tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", "Marked") }));
            }
            if (tr.doc.childCount === 0) continue;
            doc = createDocument(tr.doc.content.content).type.create(tr.doc.attrs, tr.doc.content);
            index = indexDocument(doc, index);
            expect(told(index)).toEqual(told(indexDocument(doc)));
          }
        },
      ),
      { numRuns: runs(60) },
    );
  });

  test("knows where each section ends, what it lies in and how many words it has", () => {
    const doc = createDocument([
      heading(1, "One"),
      paragraph("two words"),
      heading(2, "Inside"),
      paragraph("three more words"),
      heading(3, "Deep"),
      heading(1, "Two"),
    ]);
    const sections = indexDocument(doc).sections;
    expect(
      sections.map(({ heading: { name }, parent, endBlock, words }) => ({ name, parent, endBlock, words })),
    ).toEqual([
      { name: "One", parent: -1, endBlock: 5, words: 8 },
      { name: "Inside", parent: 0, endBlock: 5, words: 5 },
      { name: "Deep", parent: 1, endBlock: 5, words: 1 },
      { name: "Two", parent: -1, endBlock: 6, words: 1 },
    ]);
  });

  test("joins the pieces of a range that goes over blocks, and of a link whose words look different", () => {
    const id = newId();
    const target = { kind: "web", url: "https://example.org" } as const;
    const link = marks.link.create({ target });
    const doc = createDocument([
      nodes.paragraph.create(null, [
        schema.text("plain "),
        schema.text("marked", [marks.bookmark.create({ id })]),
      ]),
      nodes.paragraph.create(null, [
        schema.text("on", [marks.bookmark.create({ id })]),
        schema.text("a "),
        schema.text("bold", [link, marks.strong.create()]),
        schema.text(" link", [link]),
      ]),
    ]);
    const named = new Transform(doc).step(
      new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", "Across") }),
    ).doc;
    const index = indexDocument(named);
    expect(index.bookmarks).toMatchObject([
      { name: "Across", shape: "range", text: "marked on", pos: 7, end: 17 },
    ]);
    expect(index.links).toMatchObject([{ text: "bold link", target }]);
  });

  test("calls a bookmark lost whose text was removed, and says nothing of one that was removed on purpose", () => {
    const [lost, removed] = [newId(), newId()];
    const doc = new Transform(createDocument([paragraph("text")]))
      .step(new RegistryStep({ part: "bookmarks", id: lost, entry: bookmarkEntry("range", "Lost") }))
      .step(
        new RegistryStep({
          part: "bookmarks",
          id: removed,
          entry: { ...bookmarkEntry("range", "Gone"), removed: true },
        }),
      ).doc;
    expect(indexDocument(doc).lostBookmarks).toEqual([lost]);
    expect(indexDocument(doc).bookmarks).toEqual([]);
  });

  test("finds the innermost section of a position", () => {
    const doc = createDocument([
      paragraph("before"),
      heading(1, "A"),
      paragraph("in a"),
      heading(2, "B"),
      paragraph("in b"),
    ]);
    const index = indexDocument(doc);
    expect(index.sectionAt(2)).toBeNull();
    expect(index.sectionAt(index.headings[0]!.pos + 5)?.name).toBe("A");
    expect(index.sectionAt(doc.content.size)?.name).toBe("B");
  });
});

describe("counting words", () => {
  test.each([
    ["", 0],
    ["one", 1],
    ["the dome's shutter, and-so on", 5],
    ["a/b — c", 3],
    ["Übung macht den Meister", 4],
    ["秋の夜", 3],
    ["12.5 metres", 2],
    ["… !! --", 0],
  ])("%j has %i", (text, count) => expect(countWords(text)).toBe(count));
});

test("paragraphs are found by their ids, whether a few are asked for or all", () => {
  const blocks = Array.from({ length: 300 }, (_, i) =>
    schema.nodes.paragraph.create({ id: newId() }, i % 3 === 0 ? null : schema.text(`Words ${i}`)),
  );
  const index = indexDocument(createDocument(blocks));
  const asked = [...index.doc.content.content].map((block) => index.destination(idOf(block)!));
  const counted = asked.flatMap((place) => (place?.kind === "paragraph" ? [place.number] : []));
  expect(counted).toEqual(Array.from({ length: 200 }, (_, i) => i + 1));
  expect(asked.at(-1)).toMatchObject({ name: "Words 299", end: index.doc.content.size });
});
