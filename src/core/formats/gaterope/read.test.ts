import { describe, expect, test } from "@jest/globals";
import {
  createDocument,
  idOf,
  isKind,
  newId,
  pictureName,
  recognisePicture,
  schema,
  type Pictures,
} from "@/core/document";
import { readFile, writeFile } from "..";
import { FORM } from "./form";

const { nodes } = schema;
const svg = recognisePicture(new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'))!;
const name = pictureName(svg);
const doc = createDocument(
  [
    nodes.heading.create({ level: 2 }, schema.text("Title")),
    nodes.figure.create({ picture: name, alt: "A drawing" }, schema.text("Caption")),
    nodes.paragraph.create(null, schema.text("text")),
  ],
  { title: "Whole", language: "de" },
);
const pictures: Pictures = new Map([
  [name, svg],
  ["unused.svg", svg],
]);

interface File {
  format: string;
  version: number;
  document: {
    attrs: Record<string, unknown>;
    content: { type: string; attrs: Record<string, unknown>; content?: unknown }[];
  };
  pictures: Record<string, { type: string; data: string }>;
}

/** The written file, changed by a test, read again. */
function changed(change: (file: File) => void) {
  const file = JSON.parse(writeFile({ doc, pictures }, "gaterope").text) as File;
  change(file);
  return readFile("whole.gaterope.json", new TextEncoder().encode(JSON.stringify(file)));
}
const refused = (change: (file: File) => void) => {
  const result = changed(change);
  return result.ok ? "it was read" : result.error.reason;
};

describe("the open form", () => {
  test("carries document, settings and the pictures that are used, and nothing is lost", () => {
    const result = changed(() => {});
    if (!result.ok) throw new Error(result.error.reason);
    expect(result.manuscript.doc.eq(doc)).toBe(true);
    expect([...result.manuscript.pictures.keys()]).toEqual([name]);
    expect(result.manuscript.pictures.get(name)).toEqual(svg);
    expect(result.dropped).toEqual([]);
  });

  test("lets pictures lie beside the file, and tells those that do not", () => {
    const written = writeFile({ doc, pictures }, "gaterope", { picturesBeside: true });
    expect([...written.beside.keys()]).toEqual([`pictures/${name}`]);
    expect(written.text).not.toContain("data");
    const bytes = new TextEncoder().encode(written.text);
    const pictureAt = (address: string) => written.beside.get(address) ?? null;
    const result = readFile("whole.gaterope.json", bytes, { pictureAt });
    if (!result.ok) throw new Error(result.error.reason);
    expect(result.manuscript.doc.eq(doc)).toBe(true);
    expect(result.manuscript.pictures.get(name)).toEqual(svg);
    const alone = readFile("whole.gaterope.json", bytes);
    expect(alone.ok && alone.dropped.map(({ what }) => what)).toEqual(["picture that cannot be shown"]);
  });

  test("gives ids where they miss, and to the later of two that share one", () => {
    const result = changed((file) => {
      delete file.document.content[0]!.attrs.id;
      file.document.content[2]!.attrs.id = file.document.content[1]!.attrs.id;
    });
    if (!result.ok) throw new Error(result.error.reason);
    const ids = result.manuscript.doc.content.content.map((block) => idOf(block)!);
    expect(ids.every(Boolean)).toBe(true);
    expect(new Set(ids).size).toBe(3);
    expect(ids[1]).toBe(doc.child(1).attrs.id);
  });

  test.each([1, 2, 3])("in form %i is read as it is, and written in the one of now", (version) => {
    const result = changed((file) => (file.version = version));
    if (!result.ok) throw new Error(result.error.reason);
    expect(result.manuscript.doc.eq(doc)).toBe(true);
    expect(JSON.parse(writeFile(result.manuscript, "gaterope").text)).toMatchObject({ version: FORM });
  });

  test("takes no comments along, and lets none in", () => {
    const comment = schema.marks.comment.create({ id: newId() });
    const words = schema.nodes.paragraph.create(null, schema.text("said", [comment]));
    const commented = createDocument([words]);
    const { text } = writeFile({ doc: commented, pictures: new Map() }, "gaterope");
    expect(text).not.toContain("comment");
    const smuggled = JSON.parse(text) as File;
    smuggled.document.content[0]!.content = [
      { type: "text", text: "said", marks: [comment.toJSON()] },
    ] as never;
    const result = readFile("a.gaterope.json", new TextEncoder().encode(JSON.stringify(smuggled)));
    if (!result.ok) throw new Error(result.error.reason);
    expect(result.manuscript.doc.child(0).toString()).toBe('paragraph("said")');
  });

  test("in a form that is newer is refused with one sentence, whatever else is in it", () => {
    const result = changed((file) => {
      file.version = FORM + 1;
      file.document.content[0]!.type = "hologram";
    });
    expect(result).toMatchObject({
      ok: false,
      error: {
        reason: `The file is in form ${FORM + 1}, which a newer Gate Rope writes; this one reads forms up to ${FORM}.`,
      },
    });
  });

  test.each<[string, (file: File) => void]>([
    ["another format", (file) => (file.format = "other")],
    ["no version that there ever was", (file) => (file.version = 0)],
    ["no blocks", (file) => (file.document.content = [])],
    ["a kind of block that is not known", (file) => (file.document.content[0]!.type = "frame")],
    ["a level of 9", (file) => (file.document.content[0]!.attrs.level = 9)],
    ["an attribute that is not known", (file) => (file.document.content[0]!.attrs.onclick = "x")],
    ["text in place of blocks", (file) => (file.document.content[0]!.content = "words")],
    [
      "an anchor that is none",
      (file) =>
        (file.document.attrs.registry = { bookmarks: {}, anchors: { x: { anchor: "<b>", aliases: [] } } }),
    ],
    ["an id that every object answers to", (file) => (file.document.content[0]!.attrs.id = "constructor")],
    ["another such id", (file) => (file.document.content[0]!.attrs.id = "__proto__")],
    [
      "an entry under such an id",
      (file) =>
        (file.document.attrs.registry = {
          bookmarks: {},
          anchors: { toString: { anchor: "x", aliases: [] } },
        }),
    ],
    ["a rule that is none", (file) => (file.document.attrs.returns = { levels: [7], words: "" })],
  ])("is refused with %s, and says where", (_name, change) => {
    expect(refused(change)).toMatch(/^The file is not a Gate Rope document: .+\.$/);
  });

  test("leaves out a picture whose bytes are not what its name tells, and says so", () => {
    for (const data of ["AAAA", "not base64!", Buffer.from("<svg>other</svg>").toString("base64")]) {
      const result = changed((file) => (file.pictures[name]!.data = data));
      if (!result.ok) throw new Error(result.error.reason);
      expect(result.manuscript.pictures.size).toBe(0);
      expect(result.dropped).toMatchObject([{ what: "picture that cannot be shown", count: 1 }]);
      expect(result.manuscript.doc.child(1).attrs.alt).toBe("A drawing");
    }
  });
});

describe("pictures in the other formats", () => {
  test.each(["html", "markdown"] as const)("go along inside %s and come back as they were", (format) => {
    const { text } = writeFile({ doc, pictures }, format);
    expect(text).toContain("data:image/svg+xml;base64,");
    const back = readFile(format === "html" ? "a.html" : "a.md", new TextEncoder().encode(text));
    if (!back.ok) throw new Error(back.error.reason);
    expect([...back.manuscript.pictures.keys()]).toEqual([name]);
    const figure = back.manuscript.doc.content.content.find((block) => isKind(block, "figure"))!;
    expect(figure.attrs).toMatchObject({ picture: name, alt: "A drawing" });
    expect(figure.textContent).toBe("Caption");
  });

  test("that are missing leave their place and description", () => {
    const { text } = writeFile({ doc, pictures: new Map() }, "html");
    expect(text).toContain('<p class="no-picture" data-alt="A drawing">A drawing</p>');
    const back = readFile("a.html", new TextEncoder().encode(text));
    expect(back.ok && back.manuscript.doc.child(1).attrs).toMatchObject({ picture: "", alt: "A drawing" });
  });
});
