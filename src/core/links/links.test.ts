import type { Node } from "prosemirror-model";
import { describe, expect, test } from "@jest/globals";
import { Transform } from "prosemirror-transform";
import { heading, paragraph } from "#tests/editing";
import {
  bookmarkEntry,
  createDocument,
  idOf,
  newId,
  schema,
  type DestinationId,
  type LinkTarget,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { indexDocument } from "@/core/index";
import {
  calledOf,
  countBroken,
  documentTargets,
  follow,
  followLinks,
  incomingLinks,
  oldNames,
  placeKey,
  resolveLinks,
  libraryOf,
  type AskedPlace,
} from ".";

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

  test("to a paragraph and to a note, by their ids", () => {
    const note = nodes.note.create({ id: newId(), place: "end" }, schema.text("about it"));
    const line = nodes.paragraph.create({ id: newId() }, [schema.text("A line"), note]);
    const whole = indexDocument(
      createDocument([paragraph("One."), line, nodes.paragraph.create({ id: newId() })]),
    );
    const to = (block: Node) => follow({ kind: "destination", id: idOf(block)! }, whole);
    expect(to(line)).toMatchObject({
      lands: true,
      destination: { kind: "paragraph", number: 2, name: "A line" },
    });
    expect(to(note)).toMatchObject({
      lands: true,
      destination: { kind: "note", number: 1, name: "about it" },
    });
    // What has no words is no paragraph that one could speak of.
    expect(to(whole.doc.child(2)).lands).toBe(false);
    expect(whole.standing.has(line.attrs.id as string)).toBe(false);
  });

  test("to the top, to attached files, to further addresses and to actions", () => {
    const file = { name: "plan.pdf", content: "0".repeat(64), size: 1, type: "application/pdf", pages: 3 };
    const whole = new Transform(doc)
      .setDocAttribute("schemes", ["irc"])
      .step(new RegistryStep({ part: "files", id: "f1", entry: { ...file, removed: false } }))
      .step(
        new RegistryStep({ part: "files", id: "f2", entry: { ...file, name: "old.pdf", removed: true } }),
      );
    const on = indexDocument(whole.doc);
    const why = (target: LinkTarget) => {
      const followed = follow(target, on);
      return followed.lands ? "lands" : followed.why;
    };
    expect(why({ kind: "top" })).toBe("lands");
    expect(why({ kind: "file", id: "f1" })).toBe("lands");
    expect(why({ kind: "file", id: "f1", page: 3 })).toBe("lands");
    expect(why({ kind: "file", id: "f1", page: 4 })).toBe("“plan.pdf” has 3 pages, and no page 4.");
    expect(why({ kind: "file", id: "f2" })).toBe("The file “old.pdf” was removed.");
    expect(why({ kind: "file", id: "f3" })).toBe("The file it leads to is not attached to this document.");
    expect(why({ kind: "scheme", url: "irc://a.example" })).toBe("lands");
    expect(why({ kind: "scheme", url: "news:a.b" })).toBe("This document does not allow “news:” addresses.");
    expect(why({ kind: "action", action: { do: "files" } })).toBe("lands");
    expect(calledOf({ kind: "file", id: "f1", page: 2 }, on)).toBe("plan.pdf, page 2");
    expect(calledOf({ kind: "action", action: { do: "search", words: "dome" } }, on)).toBe(
      "Look for “dome” in all documents of the shelf",
    );
  });

  test("to another document, and only what this person may know is told", () => {
    const place = { kind: "document", document: "other", id: newId() } as const;
    const library = libraryOf(
      new Map<string, AskedPlace>([
        ["other", { title: "Guide", place: null, anchor: null }],
        [placeKey(place), { title: "Guide", place: "Lamps", anchor: "lamps" }],
        ["hidden", "no-document"],
        ["hidden x", "no-document"],
        ["other gone", "no-place"],
      ]),
    );
    expect(follow(place, index, library)).toEqual({ lands: true, destination: null });
    expect(calledOf(place, index, library)).toBe("Lamps in “Guide”");
    expect(calledOf({ kind: "document", document: "other" }, index, library)).toBe("Guide");
    const hidden = { kind: "document", document: "hidden", id: "x" as DestinationId } as const;
    expect(follow(hidden, index, library)).toMatchObject({
      why: "The document it leads to is not on your shelf.",
    });
    expect(calledOf(hidden, index, library)).toBe("Another document");
    const gone = { kind: "document", document: "other", id: "gone" as DestinationId } as const;
    expect(follow(gone, index, library)).toMatchObject({
      why: "The place it leads to was removed from its document.",
    });
    // Before it was asked for nothing is called broken.
    expect(follow({ kind: "document", document: "unknown" }, index, library).lands).toBe(true);
    const linking = indexDocument(
      createDocument([linked("a", place), linked("b", place), linked("c", hidden)]),
    );
    expect(documentTargets(linking)).toEqual([place, hidden]);
    expect(followLinks(linking, library).count).toEqual({ all: 3, broken: 1 });
  });

  test("that is broken says what it meant, as well as that is known", () => {
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
  expect(countBroken(index)).toBe(1);
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

test("links that are worded as their place was called once are told, and no others", () => {
  const title = nodes.heading.create({ id: newId(), level: 1 }, schema.text("New  title"));
  const to = (was?: string) => ({
    kind: "destination" as const,
    id: idOf(title)!,
    ...(was && { was }),
  });
  const index = indexDocument(
    createDocument([
      title,
      linked("old TITLE", to("Old title")),
      linked("as told there", to("Old title")),
      linked("new title", to("New title")),
      linked("no memory", to()),
      linked("gone", { kind: "destination", id: newId(), was: "gone" }),
    ]),
  );
  expect(oldNames(index).map(({ link, name }) => [link.text, name])).toEqual([["old TITLE", "New title"]]);
});
