import { describe, expect, test } from "@jest/globals";
import { paragraph } from "#tests/editing";
import {
  contentOf,
  createDocument,
  newId,
  schema,
  settingsOf,
  type AttachedFile,
  type DestinationId,
  type LinkTarget,
  type Registry,
} from "@/core/document";
import { indexDocument } from "@/core/index";
import { placeKey, resolveLinks, libraryOf, wordsSought, type AskedPlace } from "@/core/links";
import { readFile, writeFile } from ".";
import { OnScreen } from "./on-screen";
import { pathsOfFiles } from "./outside";

const { nodes, marks } = schema;
const linked = (words: string, target: LinkTarget) =>
  nodes.paragraph.create({ id: newId() }, schema.text(words, [marks.link.create({ target })]));
const file = (name: string, text: string, removed = false): AttachedFile => ({
  name,
  content: contentOf(new TextEncoder().encode(text)),
  size: text.length,
  type: "text/plain",
  removed,
});

describe("places without a name of their own", () => {
  const note = nodes.note.create({ id: newId(), place: "foot" }, schema.text("seen once"));
  const line = nodes.paragraph.create({ id: newId() }, [schema.text("The wind is strong at dusk"), note]);
  const to = (id: unknown): LinkTarget => ({ kind: "destination", id: id as DestinationId });
  const before = createDocument([paragraph("First."), line]);
  const words = wordsSought(indexDocument(before), '"strong at')[0]!.target;
  const doc = createDocument([
    paragraph("First."),
    line,
    linked("to the words", words),
    linked("to the line", to(line.attrs.id)),
    linked("to the note", to(note.attrs.id)),
    linked("to it again", to(note.attrs.id)),
    linked("to the top", { kind: "top" }),
    linked("nowhere", { ...words, exact: "calm", before: "", after: "" }),
    nodes.paragraph.create({ id: newId() }, [
      schema.text("see "),
      nodes.cross_reference.create({ target: to(line.attrs.id), form: "{label}" }),
      schema.text(" and "),
      nodes.cross_reference.create({ target: to(note.attrs.id), form: "{label}" }),
    ]),
  ]);

  test.each(["html", "markdown"] as const)("get one in %s, on which the links land", (format) => {
    const { text, promised } = writeFile({ doc, pictures: new Map() }, format);
    expect(promised.filter(({ destination }) => destination !== null)).toHaveLength(6);
    const read = readFile(`a.${format === "html" ? "html" : "md"}`, new TextEncoder().encode(text));
    if (!read.ok) throw new Error(read.error.reason);
    const index = indexDocument(read.manuscript.doc);
    expect(
      resolveLinks(index).map((link) => [link.text, link.lands && (link.destination?.name ?? null)]),
    ).toEqual([
      ["to the words", "strong at"],
      ["to the line", "Paragraph 2"],
      ["to the note", "Note 1"],
      ["to it again", "Note 1"],
      ["to the top", ""],
      ["nowhere", false],
      expect.anything(),
      expect.anything(),
    ]);
    // Cross-references word themselves from what they speak of, not from the name it got.
    expect(text.replace(/<[^>]*>/g, "")).toContain("see paragraph 2 and note 1");
    expect(writeFile({ doc, pictures: new Map() }, format).text).toBe(text);
  });
});

describe("attached files", () => {
  const entries = {
    a: file("plan.txt", "one"),
    b: file("PLAN.txt", "two"),
    c: file("gone.txt", "three", true),
  };
  const doc = createDocument([
    linked("the plan", { kind: "file", id: "b" }),
    linked("gone", { kind: "file", id: "c" }),
  ]);
  const whole = doc.type.create(
    { ...doc.attrs, registry: { bookmarks: {}, anchors: {}, files: entries } satisfies Registry },
    doc.content,
  );
  const bytes = new Map(
    ["one", "two"].map((text) => [contentOf(new TextEncoder().encode(text)), new TextEncoder().encode(text)]),
  );

  test("lie beside a page, each under a name of its own", () => {
    expect([...pathsOfFiles({ files: entries })]).toEqual([
      ["a", "files/plan.txt"],
      ["b", "files/PLAN 2.txt"],
    ]);
    const { text, beside } = writeFile({ doc: whole, pictures: new Map(), files: bytes }, "html");
    expect([...beside.keys()]).toEqual(["files/plan.txt", "files/PLAN 2.txt"]);
    expect(text).toContain('<a href="files/PLAN%202.txt">the plan</a>');
    expect(text).toContain('<a class="broken"');
    expect(writeFile({ doc: whole, pictures: new Map(), files: bytes }, "text").beside.size).toBe(0);
  });

  test("go along in the open form, and one that is damaged is told", () => {
    const { text } = writeFile({ doc: whole, pictures: new Map(), files: bytes }, "gaterope");
    const read = readFile("a.gaterope.json", new TextEncoder().encode(text));
    if (!read.ok) throw new Error(read.error.reason);
    expect([...read.manuscript.files!.keys()].sort()).toEqual([...bytes.keys()].sort());
    expect(settingsOf(read.manuscript.doc).registry).toMatchObject({ files: entries });
    const damaged = text.replace(/"b25l"/, '"eHh4"');
    const again = readFile("a.gaterope.json", new TextEncoder().encode(damaged));
    if (!again.ok) throw new Error(again.error.reason);
    expect(again.manuscript.files!.size).toBe(1);
    expect(again.dropped).toMatchObject([{ what: "attached file that is damaged" }]);
  });
});

test("other documents are found beside a file, and by their address on the screen", () => {
  const place = { kind: "document", document: "other", id: "p1" as DestinationId } as const;
  const whole = { kind: "document", document: "other" } as const;
  const library = libraryOf(
    new Map<string, AskedPlace>([
      [placeKey(place), { title: "Road notes: winter", place: "Snow & ice", anchor: "snow-ice" }],
      ["other", { title: "Road notes: winter", place: null, anchor: null }],
      ["gone", "no-document"],
    ]),
  );
  const doc = createDocument([
    linked("snow", place),
    linked("roads", whole),
    linked("gone", { kind: "document", document: "gone" }),
  ]);
  const { text } = writeFile({ doc, pictures: new Map() }, "html", { library });
  expect(text).toContain('href="Road%20notes%20winter.html#snow-ice"');
  expect(text).toContain('href="Road%20notes%20winter.html"');
  expect(text).toContain('<a class="broken" data-adrift="" data-leads=');
  const markdown = writeFile({ doc, pictures: new Map() }, "markdown", { library }).text;
  expect(markdown).toContain('href="Road%20notes%20winter.md#snow-ice"');
  const onScreen = new OnScreen("own", library);
  expect(onScreen.address(place)).toBe("/read/other#snow-ice");
  expect(onScreen.address(whole)).toBe("/read/other");
  expect(onScreen.address({ kind: "file", id: "f1", page: 4 })).toBe("/api/documents/own/files/f1#page=4");
  expect(onScreen.address({ kind: "top" })).toBeNull();
});
