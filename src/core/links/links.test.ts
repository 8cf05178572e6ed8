import { describe, expect, test } from "@jest/globals";
import { Transform } from "prosemirror-transform";
import { heading, paragraph } from "#tests/editing";
import { bookmarkEntry, createDocument, newId, RegistryStep, schema, type LinkTarget } from "@/core/document";
import { indexDocument } from "@/core/destinations";
import { countAdrift, follow, incomingLinks, resolveLinks } from ".";

const { nodes, marks } = schema;
const linked = (words: string, target: LinkTarget) =>
  nodes.paragraph.create(null, schema.text(words, [marks.link.create({ target })]));

describe("following a link", () => {
  const doc = createDocument([heading(1, "Title"), paragraph("text")]);
  const index = indexDocument(doc);
  const id = index.headings[0]!.id;

  test("lands on the destination of its id, whatever that is called by now", () => {
    expect(follow({ kind: "destination", id, was: "Old title" }, index)).toMatchObject({
      lands: true,
      destination: { name: "Title" },
    });
  });

  test.each<[string, LinkTarget, boolean]>([
    ["a web address", { kind: "web", url: "https://a.example/x" }, true],
    ["a telephone number", { kind: "web", url: "tel:+441234" }, true],
    ["an address that is none", { kind: "web", url: "https://" }, false],
    ["a file elsewhere", { kind: "web", url: "other/file.html" }, false],
    ["a mail address", { kind: "mail", address: "a@b.example" }, true],
    ["a mail address that is none", { kind: "mail", address: "a b@c" }, false],
  ])("to %s", (_name, target, lands) => expect(follow(target, index).lands).toBe(lands));

  test("that is adrift says what it meant, as well as that is known", () => {
    const gone = newId();
    expect(follow({ kind: "destination", id: gone }, index)).toMatchObject({
      why: "Its destination was removed.",
    });
    expect(follow({ kind: "destination", id: gone, was: "The log" }, index)).toMatchObject({
      why: "Nothing here is called “The log”.",
    });
    const lost = new Transform(doc).step(
      new RegistryStep({ part: "bookmarks", id: gone, entry: bookmarkEntry("range", "Spot") }),
    ).doc;
    expect(follow({ kind: "destination", id: gone }, indexDocument(lost))).toMatchObject({
      why: "The text of the bookmark “Spot” was removed.",
    });
    const removed = new Transform(lost).step(
      new RegistryStep({ part: "bookmarks", id: gone, field: "removed", value: true }),
    ).doc;
    expect(follow({ kind: "destination", id: gone }, indexDocument(removed))).toMatchObject({
      why: "The bookmark “Spot” was removed.",
    });
  });
});

test("links are counted, listed by where they lead, and followed once for each version", () => {
  const title = nodes.heading.create({ id: newId(), level: 1 }, schema.text("Title"));
  const id = title.attrs.id as ReturnType<typeof newId>;
  const doc = createDocument([
    title,
    linked("one", { kind: "destination", id }),
    linked("two", { kind: "destination", id }),
    linked("lost", { kind: "destination", id: newId() }),
    linked("web", { kind: "web", url: "https://a.example" }),
  ]);
  const index = indexDocument(doc);
  expect(incomingLinks(index, id).map((link) => link.text)).toEqual(["one", "two"]);
  expect(countAdrift(index)).toBe(1);
  expect(resolveLinks(index)).toBe(resolveLinks(index));
  expect(resolveLinks(index).map((link) => link.lands)).toEqual([true, true, false, true]);
});

test("a link to a bookmark over a whole block lands on that block", () => {
  const block = nodes.paragraph.create({ id: newId() }, schema.text("whole"));
  const id = newId();
  const doc = new Transform(createDocument([linked("go", { kind: "destination", id }), block])).step(
    new RegistryStep({
      part: "bookmarks",
      id,
      entry: bookmarkEntry("block", "Whole block", block.attrs.id as ReturnType<typeof newId>),
    }),
  ).doc;
  expect(resolveLinks(indexDocument(doc))[0]).toMatchObject({
    lands: true,
    destination: { name: "Whole block", shape: "block", block: 1 },
  });
});
