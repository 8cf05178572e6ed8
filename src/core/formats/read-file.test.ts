import { describe, expect, test } from "@jest/globals";
import { schema, documentTitle } from "@/core/document";
import { indexDocument } from "@/core/index";
import { formatOf, fileNameFor, readFile, writeFile } from ".";

const bytes = (text: string) => new TextEncoder().encode(text);
const fails = (name: string, content: Uint8Array | string) => {
  const result = readFile(name, typeof content === "string" ? bytes(content) : content);
  if (result.ok) throw new Error("it was read");
  return [result.error.reason, result.error.line] as const;
};

describe("a file that cannot be read says why, and where", () => {
  test.each<[string, string, Uint8Array | string, RegExp, number | null]>([
    ["an unknown ending", "a.xyz", "text", /Unsupported file type/, null],
    ["an empty file", "a.md", "", /empty/, null],
    ["only spaces", "a.md", " \n \n", /no text/, null],
    ["a PDF named .md", "a.md", "%PDF-1.7 ...", /a PDF/, null],
    ["a ZIP named .html", "a.html", Uint8Array.of(0x50, 0x4b, 3, 4, 0), /ZIP/, null],
    ["binary", "a.txt", Uint8Array.of(65, 10, 66, 0, 7), /binary/, 2],
    ["another encoding", "a.md", Uint8Array.of(65, 10, 10, 0xfc, 66), /not in UTF-8/, 3],
    ["cut off inside a character", "a.md", bytes("abc\nü").slice(0, -1), /not in UTF-8/, 2],
    ["an encoding that is not known", "a.html", '<meta charset="klingon"><p>x', /“klingon”/, null],
    ["no HTML in .html", "a.html", "just words", /no HTML tag/, null],
    ["HTML cut off in a tag", "a.html", "<p>a</p>\n<p>b <a href='x", /cut off inside a tag/, 2],
    ["HTML named .md", "a.md", "<!DOCTYPE html><p>x", /Name it \.html/, 1],
    ["JSON cut off", "a.gaterope.json", '{\n"format":\n"gate', /cut off|not valid JSON/, 3],
    ["other JSON", "a.gaterope.json", '{"name": "x"}', /not a Gate Rope document/, null],
    [
      "JSON nested 10,000 deep",
      "a.gaterope.json",
      "[".repeat(10_000) + "]".repeat(10_000),
      /nested deeper/,
      null,
    ],
  ])("%s", (_name, file, content, reason, line) => {
    const [why, where] = fails(file, content);
    expect(why).toMatch(reason);
    expect(where).toBe(line);
  });

  test("a .gaterope.json with a dangerous link is refused", () => {
    const doc = schema.nodes.doc.create(
      null,
      schema.nodes.paragraph.create(
        null,
        schema.text("x", [schema.marks.link.create({ target: { kind: "web", url: "https://a.example" } })]),
      ),
    );
    const { text } = writeFile({ doc, pictures: new Map() }, "gaterope");
    expect(fails("a.gaterope.json", text.replace("https://a.example", "javascript:x"))[0]).toMatch(
      /not allowed/,
    );
  });

  test("a file over 50 MB is refused with the limit named", () => {
    expect(fails("a.txt", new Uint8Array(50 * 1024 * 1024 + 1).fill(65))[0]).toMatch(/50 MB/);
  });
});

test("a stray zero byte is left out and told of", () => {
  for (const name of ["a.txt", "a.md", "a.html"]) {
    const result = readFile(name, bytes(`<p>${"Words of a rope. ".repeat(20)}\0End.</p>\0`));
    if (!result.ok) throw new Error(result.error.reason);
    expect(result.manuscript.doc.textContent).toContain("rope. End.");
    expect(result.dropped.map(({ what, count }) => [what, count])).toContainEqual(["zero byte", 2]);
  }
});

test("a page that names no encoding and is not in UTF-8 is read as browsers read it; plain text is not guessed at", () => {
  const page = Uint8Array.from(
    [..."<p>Gr\u0000ße</p>"].map((sign) =>
      sign === "\u0000" ? 0xfc : sign === "ß" ? 0xdf : sign.charCodeAt(0),
    ),
  );
  const html = readFile("a.html", page);
  expect(html.ok && html.manuscript.doc.textContent).toBe("Grüße");
  expect(readFile("a.txt", page)).toMatchObject({ ok: false });
});

test("an address and an anchor that are millions of letters long are told, and their words stay", () => {
  const long = "x".repeat(3_000_000);
  for (const [name, text] of [
    [
      "a.html",
      `<h1 id="${long}">A</h1><p><a href="#${long}">b</a> <a name="${long}y">c</a> <a href="https://e.example/${long}">d</a></p>`,
    ],
    ["a.md", `# A\n\n[b](#${long}) <a id="${long}y">c</a> [d](https://e.example/${long})\n`],
  ] as const) {
    const result = readFile(name, new TextEncoder().encode(text));
    if (!result.ok) throw new Error(result.error.reason);
    expect(result.manuscript.doc.textContent).toBe("Ab c d");
    expect(Object.fromEntries(result.dropped.map(({ what, count }) => [what, count]))).toMatchObject({
      "link with an endless address": 2,
      "endless anchor": name === "a.html" ? 2 : 1,
    });
  }
});

test("a line of ten million letters, and as long an attribute, come in", () => {
  const long = "x".repeat(10_000_000);
  for (const [name, source] of [
    ["a.txt", long],
    ["a.md", long],
    ["a.html", `<p title="${long}">Words of a rope</p>`],
    ["a.txt", "    x\n".repeat(200_000)],
  ] as const) {
    const result = readFile(name, bytes(source));
    expect([name, result.ok || result.error.reason]).toEqual([name, true]);
  }
});

describe("encodings that say what they are", () => {
  test("UTF-16 with a mark, and legacy HTML", () => {
    const utf16 = Uint8Array.from([0xff, 0xfe, ...[..."Gruß"].flatMap((sign) => [sign.charCodeAt(0), 0])]);
    const latin = Uint8Array.from(
      [..."<meta charset=iso-8859-1><p>Gr\u00fc\u00df"].map((sign) => sign.charCodeAt(0)),
    );
    for (const [name, content, text] of [
      ["a.txt", utf16, "Gruß"],
      ["a.html", latin, "Grüß"],
      ...["windows-1252", "ISO-8859-1", "latin1", "us-ascii"].flatMap((encoding) =>
        [`<meta charset="${encoding}">`, `<?xml version="1.0" encoding="${encoding}"?>`].map(
          (says) =>
            [
              "a.html",
              // Quotation marks, dashes, an ellipsis and a euro, as such pages have them.
              Uint8Array.from(
                [...`${says}<p>\x93Rope\x94 \x96 \x97 \x91so\x92\x85 5 \x80 \xfc`].map((sign) =>
                  sign.charCodeAt(0),
                ),
              ),
              "“Rope” – — ‘so’… 5 € ü",
            ] as const,
        ),
      ),
    ] as const) {
      const result = readFile(name, content);
      expect(result.ok && result.manuscript.doc.textContent).toBe(text);
    }
  });
});

test("headings of 10,000 characters, from right to left, of emoji and of nothing are kept with valid anchors", () => {
  const texts = ["x".repeat(10_000), "مرحبا بالعالم", "🔭🔭", "&nbsp;", "x".repeat(10_000)];
  const result = readFile("a.html", bytes(texts.map((text) => `<h1>${text}</h1>`).join("")));
  if (!result.ok) throw new Error(result.error.reason);
  const index = indexDocument(result.manuscript.doc);
  expect(index.headings.map((heading) => heading.name.length)).toEqual([10_000, 13, 4, 0, 10_000]);
  const anchors = index.headings.map((heading) => index.anchors.of(heading.id)!);
  expect(new Set(anchors).size).toBe(5);
  for (const anchor of anchors) expect(anchor).toMatch(/^[\p{L}_][\p{L}\p{N}\p{M}._-]{0,39}$/u);
});

describe("Markdown", () => {
  const read = (source: string) => {
    const result = readFile("a.md", bytes(source));
    if (!result.ok) throw new Error(result.error.reason);
    return result;
  };

  test("links by the anchors that other programs derive land, numbered ones too", () => {
    const { manuscript } = read(
      "[a](#set-up--go) [b](#log-1) [c](#LOG)\n\n# Set up & go\n\n# Log\n\n# Log\n",
    );
    const index = indexDocument(manuscript.doc);
    const ids = index.headings.map((heading) => heading.id);
    expect(
      index.links.map((link) => link.target.kind === "destination" && ids.indexOf(link.target.id)),
    ).toEqual([0, 2, 1]);
  });

  test("front matter gives title and language, times of day are no markup", () => {
    const { manuscript } = read("---\ntitle: 'My: book'\nlang: de\n---\n\nAt 10:30 we open.\n");
    expect(manuscript.doc.attrs).toMatchObject({ title: "My: book", language: "de" });
    expect(manuscript.doc.textContent).toBe("At 10:30 we open.");
  });

  test("raw HTML among words goes through the same allow-list", () => {
    const { manuscript, dropped } = read(
      'a <b onclick="x">b</b> <script>c</script> <a id="m"></a>d <u>e</u>\n\n<div><script>x</script><p>f</p></div>\n',
    );
    expect(manuscript.doc.toString()).toBe(
      'doc(paragraph("a ", strong("b"), "  ", bookmark_point, "d ", underline("e")), paragraph("f"))',
    );
    expect(dropped.map(({ what, count }) => [what, count])).toEqual([
      ["event handler", 1],
      ["<script>", 2],
    ]);
  });

  test("deep nesting and endless repetition are survived", () => {
    for (const source of [
      ">".repeat(20_000) + " deep",
      "- ".repeat(10_000) + "deep",
      "*".repeat(20_000) + "deep",
      "[".repeat(20_000) + "deep",
      "![".repeat(9_000) + "deep",
    ])
      expect(read(source).manuscript.doc.textContent).toContain("deep");
  });
});

test("a format is told by a file's ending, and a file is named after its document", () => {
  expect(formatOf("A.B.HTM")).toBe("html");
  expect(formatOf("x.gaterope.json")).toBe("gaterope");
  expect(formatOf("x.json")).toBeNull();
  expect(fileNameFor('A/B: "C"? ' + "x".repeat(200), ".html")).toMatch(/^A B C x{70,}\.html$/);
  expect(fileNameFor("///", ".md")).toBe("Untitled.md");
  // What an operating system keeps for a device.
  expect(fileNameFor("CON", ".html")).toBe("_CON.html");
});

test("a text is called as its first heading, a page of the web as its only heading of the first level", () => {
  const called = (name: string, text: string) => {
    const result = readFile(name, bytes(text));
    return result.ok && documentTitle(result.manuscript.doc);
  };
  expect(called("a.md", "## First\n\n# Second\n")).toBe("First");
  expect(called("a.html", "<h2>First</h2><h1>Second</h1>")).toBe("Second");
  expect(called("a.html", "<title>First – Harbour</title><h2>First</h2><h2>Second</h2>")).toBe("First");
  expect(called("a.html", "<title>Harbour</title><h2>First</h2>")).toBe("Harbour");
});
