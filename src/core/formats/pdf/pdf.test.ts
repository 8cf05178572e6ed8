import { zlibSync } from "fflate";
import { placeKey, libraryOf, UNKNOWN_LIBRARY, type AskedPlace } from "@/core/links";
import { beforeAll, describe, expect, test } from "@jest/globals";
import { laidOut, pageFont } from "#tests/page-fonts";
import { getDocument, OPS, type PDFDocumentProxy } from "pdfjs-dist/legacy/build/pdf.mjs";
import { Fragment } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import {
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  idOf,
  newId,
  PLAIN_SECTION,
  schema,
  type DestinationId,
  type LinkTarget,
  type PageSection,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { readFile as readDocument } from "@/core/formats";
import { PageMap } from "@/core/layout/page-map";
import type { PageLayout } from "@/core/layout";
import { optionFault, pdfOptionsSchema, provePdf, writePdf, type PdfAttachment, type WrittenPdf } from ".";

const PICTURE = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAIAAAACCAIAAAD91JpzAAAAFklEQVR4nGNgYGD4z8DAwMDAwMDAAAAMHgEBnGBrjAAAAABJRU5ErkJggg==",
  "base64",
);

type Chosen = Parameters<typeof pdfOptionsSchema.parse>[0];
async function written(
  layout: PageLayout,
  chosen: Chosen = {},
  attachments: readonly PdfAttachment[] = [],
  library = UNKNOWN_LIBRARY,
  deflate: (data: Uint8Array) => Uint8Array = zlibSync,
) {
  const chunks: Uint8Array[] = [];
  const made = await writePdf(
    layout,
    {
      font: pageFont,
      picture: () => ({ bytes: PICTURE }),
      attachments,
      library,
      deflate,
      made: new Date(0),
    },
    pdfOptionsSchema.parse(chosen),
    (bytes) => void chunks.push(bytes),
  );
  return { ...made, bytes: () => new Uint8Array(Buffer.concat(chunks)) };
}
const opened = (bytes: Uint8Array, password?: string): Promise<PDFDocumentProxy> =>
  getDocument({ data: bytes, verbosity: 0, ...(password ? { password } : {}) }).promise;
async function textOf(file: PDFDocumentProxy, page: number): Promise<string> {
  const { items } = await (await file.getPage(page + 1)).getTextContent();
  return items.map((item) => ("str" in item ? item.str + (item.hasEOL ? "\n" : "") : "")).join("");
}

const words = (count: number) => Array.from({ length: count }, () => "lamp").join(" ");
const markdown = (text: string) => {
  const read = readDocument("a.md", new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.error.reason);
  return read.manuscript.doc;
};
const MANUAL = `# The manual

See [the log](#log), [a spot](#spot), [the web](https://example.org/a?b=(c)), [mail](mailto:a@b.example), and [nothing](#gone).

${Array.from({ length: 14 }, (_, i) => `## Section ${i} {#s${i}}\n\n${words(260)} [on to the next one, which is a link of many words that breaks](#s${(i + 1) % 14})[^n${i}].\n`).join("\n")}

## Log ünïcode (and more) {#log}

| Head | Sign |
| --- | --- |
| cell [link](#s3) | <a id="spot" data-name="The spot"></a>x |

$$\\sqrt{x} + \\frac{1}{2}$$

${Array.from({ length: 14 }, (_, i) => `[^n${i}]: Note ${i} with a [link](#log).`).join("\n")}
`;

let layout: PageLayout;
let made: WrittenPdf & { bytes(): Uint8Array };
let file: PDFDocumentProxy;

beforeAll(async () => {
  const doc = markdown(`${MANUAL}`);
  const list = doc.type.schema.nodes.contents_list!.create({ id: "toc0000001" });
  const withList = doc.copy(doc.content.addToStart(list));
  layout = await laidOut(withList);
  made = await written(layout, { author: "Ann Other", openAtContents: true });
  file = await opened(made.bytes());
});

describe("a PDF", () => {
  test("has every page with its words, and the numbers of the contents list are those of the pages", async () => {
    expect(file.numPages).toBe(layout.pages.length);
    const contents = await textOf(file, 0);
    const [title, ...headings] = layout.index.headings;
    expect(contents.replace(/\s+/g, " ")).not.toContain(`${title!.name} ${layout.labelOf(title!.id)}`);
    for (const heading of headings) {
      const page = layout.labelOf(heading.id)!;
      expect(await textOf(file, Number(page) - 1)).toContain(heading.name);
      expect(contents.replace(/\s+/g, " ")).toContain(`${heading.name} ${page}`.replace(/\s+/g, " "));
    }
  });

  test("whose every promised link lands", async () => {
    const proof = await provePdf(made.bytes(), made.promised);
    expect(proof.failed).toEqual([]);
    // Those of the text, one to nothing less, those of notes, of signs, of the contents list and of the page lines.
    expect(proof.promised).toBeGreaterThan(60);
    expect(made.leftOut).toBe(1);
    expect(made.promised.some(({ boxes }) => boxes.length === 2)).toBe(true);
  });

  test("whose links are found out when they do not lead where they should", async () => {
    const [first] = made.promised.filter(({ to }) => to.kind === "place");
    const wrong = [
      { ...first!, to: { kind: "place" as const, page: 3, y: 100, column: null, begins: null } },
      { ...first!, boxes: [{ x: 0, y: 0, width: 10, height: 10 }] },
      { ...first!, to: { kind: "address" as const, url: "https://example.org/" } },
      { ...first!, page: 999 },
    ];
    const proof = await provePdf(made.bytes(), wrong);
    expect(proof.failed.map(({ why }) => why)).toEqual([
      expect.stringMatching(/^It lands on page \d+, not on page 4\.$/),
      "No link lies on its words.",
      expect.stringMatching(/^It leads to “nothing”/),
      "Its page is not in the file.",
    ]);
  });

  describe("whose faults are in the file itself", () => {
    /** The file with what stands in it unpacked, so that it can be spoiled letter by letter. */
    const spoilt = async (change: (text: string) => string) => {
      const { bytes, promised } = await written(layout, {}, [], UNKNOWN_LIBRARY, (data) =>
        zlibSync(data, { level: 0 }),
      );
      const before = Buffer.from(bytes()).toString("latin1");
      const after = change(before);
      expect(after).not.toBe(before);
      // Where each object lies is counted in bytes.
      expect(after.length).toBe(before.length);
      return (await provePdf(new Uint8Array(Buffer.from(after, "latin1")), promised)).failed.map(
        ({ why }) => why,
      );
    };

    test.each<[string, (text: string) => string, RegExp]>([
      [
        "a place on another page",
        (text) => {
          const [first, ...more] = [...text.matchAll(/\[(\d+) 0 R\/XYZ 0 [\d.]+ null\]/g)].map(
            (it) => it[1]!,
          );
          const other = more.find((id) => id !== first && id.length === first!.length)!;
          return text.replace(`[${first} 0 R/XYZ`, `[${other} 0 R/XYZ`);
        },
        /lands on page/,
      ],
      [
        "a place at another line",
        (text) =>
          text.replace(
            /(0 R\/XYZ 0 )(\d)(\d\d)/,
            (_all, head: string, a: string, b: string) => `${head}${(Number(a) + 5) % 7}${b}`,
          ),
        /points too (?:low|high)/,
      ],
      [
        "a link to another name",
        (text) => {
          const names = [...text.matchAll(/\/Dest(\([\w-]+\))/g)].map((it) => it[1]!);
          const like = (one: string) => names.find((name) => name !== one && name.length === one.length);
          const name = names.find(like)!;
          return text.replace(`/Dest${name}`, `/Dest${like(name)}`);
        },
        /lands/,
      ],
      [
        "a box off its words",
        (text) =>
          text.replace(
            /(\/Subtype\/Link|\/Type\/Annot)(\/Rect\[\d)(\d)/,
            (_all, a: string, b: string, c: string) => `${a}${b}${(Number(c) + 5) % 10}`,
          ),
        /No link lies on its words/,
      ],
    ])("is found out: %s", async (_what, change, why) => {
      expect((await spoilt(change)).some((one) => why.test(one))).toBe(true);
    });
  });

  describe("of pages that make the same mistake as what they promise", () => {
    const mistaken = async (
      change: (place: ReturnType<PageLayout["placeAt"]>) => { flow: number; strip: number },
    ) => {
      const wrong = Object.create(layout, {
        placeAt: { value: (pos: number) => ({ ...layout.placeAt(pos), ...change(layout.placeAt(pos)) }) },
      }) as PageLayout;
      const file = await written(wrong);
      return (await provePdf(file.bytes(), file.promised)).failed.map(({ why }) => why);
    };

    test.each<[string, Parameters<typeof mistaken>[0]]>([
      ["the last line of a list", ({ flow }) => ({ flow, strip: layout.flows[flow]!.strips.length - 1 })],
      ["the block behind", ({ flow }) => ({ flow: flow + 1, strip: 0 })],
      ["the block before", ({ flow }) => ({ flow: Math.max(0, flow - 1), strip: 0 })],
    ])("is found out by the words: %s", async (_what, change) => {
      const failed = await mistaken(change);
      expect(failed.length).toBeGreaterThan(5);
      for (const why of failed) expect(why).toMatch(/does not stand first/);
    });

    test("is found out where a box lies on other words", async () => {
      const [one, other] = ["Section", "Log"].map((begin) =>
        made.promised.find(({ page, words }) => page === 0 && words.startsWith(begin)),
      );
      const { failed } = await provePdf(made.bytes(), [{ ...other!, words: one!.words }]);
      expect(failed.map(({ why }) => why)).toEqual(["No link lies on its words."]);
    });
  });

  test("leads back to a list of several pages at its title", async () => {
    const long = createDocument([
      schema.nodes.contents_list.create({ id: "toc0000001", heading: "What is in it" }),
      ...Array.from({ length: 120 }, (_, i) => [
        schema.nodes.heading.create({ level: 1 }, schema.text(`Part ${i}`)),
        schema.nodes.paragraph.create(null, schema.text("Words.")),
      ]).flat(),
    ]);
    const returns = { levels: [1], words: "To the list", to: "contents" as const };
    const laid = await laidOut(long.type.create({ ...long.attrs, returns }, long.content));
    const list = laid.index.contentsLists[0]!;
    expect(laid.labelOf(list.id)).toBe("1");
    expect(PageMap.of(laid).labelAt(list.pos)).toBe("1");
    const file = await written(laid);
    const back = file.promised.filter(({ words }) => words.includes("To the list"));
    expect(back).toHaveLength(120);
    for (const { to } of back) expect(to).toMatchObject({ page: 0, y: laid.paperOf(0).margins.top });
    expect((await provePdf(file.bytes(), file.promised)).failed).toEqual([]);
  });

  test("has headings in its outline, every destination under its anchor, and says what it is", async () => {
    const outline = await file.getOutline();
    expect(outline.map(({ title }) => title)).toEqual(["The manual"]);
    expect(outline[0]!.items.at(-1)!.title).toBe("Log ünïcode (and more)");
    const names = Object.keys(await file.getDestinations());
    for (const destination of layout.index.destinations)
      expect(names).toContain(layout.index.anchors.of(destination.id));
    const { info } = (await file.getMetadata()) as unknown as { info: Record<string, unknown> };
    expect(info).toMatchObject({ Title: "The manual", Author: "Ann Other", Language: "en" });
    expect(await file.getMarkInfo()).toMatchObject({ Marked: true });
  });

  test("tells its structure: headings, paragraphs, tables, notes, links", async () => {
    const roles = new Set<string>();
    const visit = (node: { role?: string; children?: unknown[] }) => {
      if (node.role) roles.add(node.role);
      for (const child of node.children ?? []) visit(child as typeof node);
    };
    for (let page = 1; page <= file.numPages; page++)
      visit((await (await file.getPage(page)).getStructTree()) as Parameters<typeof visit>[0]);
    for (const role of ["H1", "H2", "P", "TOC", "TOCI", "Table", "TR", "TH", "TD", "Note", "Link", "Formula"])
      expect([...roles]).toContain(role);
  });

  test("keeps files that go along", async () => {
    const { bytes } = await written(layout, {}, [
      { name: "äöü.txt", type: "text/plain", bytes: Buffer.from("kept") },
    ]);
    const kept = (await (await opened(bytes())).getAttachments()) as Record<
      string,
      { filename: string; content: Uint8Array }
    >;
    const [own] = Object.values(kept);
    expect([own!.filename, Buffer.from(own!.content).toString()]).toEqual(["äöü.txt", "kept"]);
  });

  test("of some pages holds those, with their numbers, and leaves links to others out", async () => {
    const some = await written(layout, { pages: { from: 3, to: 4 } });
    const own = await opened(some.bytes());
    expect(own.numPages).toBe(2);
    expect(await own.getPageLabels()).toEqual(["3", "4"]);
    expect(some.leftOut).toBeGreaterThan(1);
    expect((await provePdf(some.bytes(), some.promised)).failed).toEqual([]);
  });

  test("with passwords opens with them only, and says what may be done", async () => {
    const rights = { printing: false as const, modifying: false, copying: false, contentAccessibility: true };
    const { bytes, promised } = await written(layout, { owner: "owner", opening: "open", rights });
    await expect(opened(bytes())).rejects.toMatchObject({ name: "PasswordException" });
    await expect(opened(bytes(), "wrong")).rejects.toMatchObject({ name: "PasswordException" });
    const own = await opened(bytes(), "open");
    expect(await textOf(own, 1)).toBe(await textOf(file, 1));
    // 512: reading aloud (ISO 32000-2, table 22).
    expect(await own.getPermissions()).toContain(512);
    expect((await provePdf(bytes(), promised, "owner")).failed).toEqual([]);
    const foreign = await written(layout, { owner: "owner", opening: "öffnen ﬁ" });
    expect((await provePdf(foreign.bytes(), foreign.promised, "öffnen ﬁ")).failed).toEqual([]);
  });

  test("without structure is smaller and reads the same", async () => {
    const plain = await written(layout, { tagged: false });
    expect(plain.bytes().length).toBeLessThan(made.bytes().length);
    expect(await textOf(await opened(plain.bytes()), 2)).toBe(await textOf(file, 2));
  });
});

test("each letter of a script is read as itself, though several are made of the same strokes, and has its points in place", async () => {
  const lines = ["دليل الثاني آخر تاب ناب باب ياب", "مُعَلِّم"];
  const layout = await laidOut(markdown(lines.join("\n\n")));
  const pdf = await opened((await written(layout)).bytes());
  const read = await textOf(pdf, 0);
  // From right to left; where points stand beside their letters is the reader's matter.
  const letters = (text: string) => [...text.replace(/[^\p{L}]/gu, "")].sort().join("");
  expect(letters(read.normalize("NFC"))).toBe(letters(lines.join("").normalize("NFC")));
  const { fnArray } = await (await pdf.getPage(1)).getOperatorList();
  expect(fnArray).toContain(OPS.setTextRise);
});

test("sections of pages have paper, columns and numbers of their own, and every link into and out of a column lands", async () => {
  const { nodes } = schema;
  const pages = (section: Partial<PageSection>) =>
    nodes.page_break.create({ section: { ...PLAIN_SECTION, ...section } });
  const { width, height, margins } = FIRST_SETUP;
  const read = markdown(MANUAL);
  const half = Math.floor(read.childCount / 2);
  const blocks = read.content.content;
  const doc = read.copy(
    Fragment.from([
      ...blocks.slice(0, 4),
      pages({
        paper: { width: height, height: width, margins, columns: { count: 3, gap: 18 } },
        numbering: { numerals: "upper-alpha", from: 26 },
      }),
      ...blocks.slice(4, half),
      pages({ numbering: { numerals: "decimal", from: 0 } }),
      ...blocks.slice(half),
    ]),
  );
  const own = await laidOut(doc);
  const file = await written(own);
  const bytes = file.bytes();
  expect((await provePdf(bytes.slice(), file.promised)).failed).toEqual([]);
  const columns = new Set(
    file.promised.flatMap(({ to }) => (to.kind === "place" && to.column ? to.column.x : [])),
  );
  expect(columns.size).toBe(3);
  // A link that lands in the column beside its place is found out.
  const beside = file.promised.map((link) =>
    link.to.kind === "place" && link.to.column && link.to.begins
      ? { ...link, to: { ...link.to, column: { ...link.to.column, x: link.to.column.x > 300 ? 79 : 500 } } }
      : link,
  );
  expect((await provePdf(bytes.slice(), beside)).failed.length).toBeGreaterThan(3);
  const pdf = await opened(bytes);
  const labels = (await pdf.getPageLabels())!;
  const across = [];
  for (let page = 1; page <= pdf.numPages; page++) {
    const [, , right, top] = (await pdf.getPage(page)).view;
    if (right! > top!) across.push(page - 1);
  }
  expect(labels).toEqual(own.pages.map((_, page) => own.labels.of(page)));
  expect(across.map((page) => labels[page]).slice(0, 2)).toEqual(["Z", "AA"]);
  expect(labels[across.at(-1)! + 1]).toBe("0");
});

test("lines of columns beside each other are read apart, and signs far down in narrow cells are found", async () => {
  const { nodes } = schema;
  const { width, height, margins } = FIRST_SETUP;
  const paper = { width, height, margins, columns: { count: 2, gap: 14 } };
  // Headings and code of several sizes, so that the lines of the two columns stand at all heights of each other.
  const sections = Array.from(
    { length: 60 },
    (_, i) =>
      `${"#".repeat(1 + (i % 3))} Place ${i} of them {#p${i}}\n\n${words(7 + ((i * 13) % 41))} [on to ${i + 1}](#p${(i * 7) % 60}) \`code\`.\n\n| A ${words(6)} of the lamps[^n${i}] | Logical AND | [Logical XOR](#p${i}) | Exponentiation | Escapes | Charac |\n| - | - | - | - | - | - |\n| x | y | z | a | b | c |\n\n[^n${i}]: Noted ${i}.\n`,
  );
  const read = markdown(sections.join("\n"));
  const begins = nodes.page_break.create({ section: { ...PLAIN_SECTION, paper } });
  const own = await laidOut(read.copy(read.content.addToStart(begins)));
  const file = await written(own);
  const bytes = file.bytes();
  expect((await provePdf(bytes.slice(), file.promised)).failed).toEqual([]);
  // What is led to another column, or to the line below, is found out.
  const led = file.promised.findIndex(({ to }) => to.kind === "place" && to.column && to.column.x > 200);
  const link = file.promised[led]!;
  if (link.to.kind !== "place") throw new Error("it leads to no place");
  const wrong = { ...link, to: { ...link.to, column: { ...link.to.column!, x: margins.left } } };
  expect((await provePdf(bytes.slice(), [wrong])).failed[0]!.why).toBe("It lands in another column.");
});

test("roman numbers of the front matter are the file's page labels", async () => {
  const doc = markdown(`Before.\n\n# One\n\nText.\n`);
  const styles = {
    ...FIRST_SHEET,
    page: { ...FIRST_SHEET.page, setup: { ...FIRST_SETUP, romanFront: true } },
  };
  const own = await laidOut(doc.type.create({ ...doc.attrs, styles }, doc.content));
  expect(await (await opened((await written(own)).bytes())).getPageLabels()).toEqual(["i", "1"]);
});

test.each<[Chosen, string | null]>([
  [{}, null],
  [{ pages: { from: 2, to: 5 } }, null],
  [{ pages: { from: 5, to: 2 } }, "Page 5 comes after page 2."],
  [{ pages: { from: 2, to: 50 } }, "There is no page 50: the document has 9."],
  [{ pages: { from: 50, to: 60 } }, "There is no page 50: the document has 9."],
  [{ opening: "a" }, "An opening password needs an owner’s password too, which may change it."],
  [{ opening: "a", owner: "a" }, "The opening password and the owner’s password must differ."],
])("what is asked for is checked: %j", (chosen, fault) =>
  expect(optionFault(pdfOptionsSchema.parse(chosen), 9)).toBe(fault),
);

describe("links that lead out of the file", () => {
  const link = (words: string, target: LinkTarget) =>
    schema.text(words, [schema.marks.link.create({ target, look: "button" })]);
  const other = { kind: "document", document: "other", id: "p1" as DestinationId } as const;
  const note = schema.nodes.note.create({ id: newId(), place: "foot" }, schema.text("words"));
  const line = schema.nodes.paragraph.create({ id: newId() }, [schema.text("A line with a note"), note]);
  const doc = createDocument([
    line,
    schema.nodes.paragraph.create(null, [
      link("page two of it", { kind: "file", id: "pdf", page: 2 }),
      schema.text(", "),
      link("the list", { kind: "file", id: "text" }),
      schema.text(", "),
      link("snow", other),
      schema.text(", "),
      link("the road book", { kind: "document", document: "other" }),
      schema.text(", "),
      link("room", { kind: "scheme", url: "irc://net.example/räume" }),
      schema.text(", "),
      link("the line", { kind: "destination", id: idOf(line)! }),
      schema.text(", "),
      link("the note", { kind: "destination", id: idOf(note)! }),
      schema.text(", "),
      link("quoted", { kind: "words", exact: "with a note", before: "A line ", after: "" }),
      schema.text(", "),
      link("top", { kind: "top" }),
      schema.text(", "),
      link("flagged", { kind: "action", action: { do: "flagged" } }),
      schema.text(", "),
      link("gone", { kind: "document", document: "gone" }),
    ]),
  ]);
  const file = (name: string, type: string, pages?: number) => ({
    name,
    content: "0".repeat(64),
    size: 3,
    type,
    removed: false,
    ...(pages && { pages }),
  });
  const whole = new Transform(doc)
    .setDocAttribute("schemes", ["irc"])
    .step(new RegistryStep({ part: "files", id: "pdf", entry: file("Über log.pdf", "application/pdf", 2) }))
    .step(new RegistryStep({ part: "files", id: "text", entry: file("list.txt", "text/plain") })).doc;
  const library = libraryOf(
    new Map<string, AskedPlace>([
      [placeKey(other), { title: "Road book", place: "Snow", anchor: "snow" }],
      ["other", { title: "Road book", place: null, anchor: null }],
      ["gone", "no-document"],
    ]),
  );
  const attachments = [
    { id: "pdf", name: "Über log.pdf", type: "application/pdf", bytes: new Uint8Array([1, 2, 3]) },
    { id: "text", name: "list.txt", type: "text/plain", bytes: new Uint8Array([4, 5, 6]) },
  ];

  test("do what was promised: files in the file, documents beside it, places without a name", async () => {
    const made = await written(await laidOut(whole), {}, attachments, library);
    const of = (words: string) => made.promised.find((one) => one.words === words)?.to;
    expect(of("page two of it")).toEqual({ kind: "file", name: "Über log.pdf" });
    expect(of("the list")).toEqual({ kind: "file", name: "list.txt" });
    expect(of("snow")).toEqual({ kind: "address", url: "Road book.pdf#snow" });
    expect(of("room")).toEqual({ kind: "address", url: "irc://net.example/r%C3%A4ume" });
    for (const words of ["the line", "the note", "quoted", "top"])
      expect(of(words)).toMatchObject({ page: 0 });
    // An action is for who reads on a screen, and what is not there cannot be led to.
    expect([of("flagged"), of("gone"), made.leftOut]).toEqual([undefined, undefined, 2]);
    const proof = await provePdf(made.bytes(), made.promised);
    expect(proof.failed).toEqual([]);
    const kept = (await (await opened(made.bytes())).getAttachments()) as Record<
      string,
      { filename: string }
    >;
    expect(
      Object.values(kept)
        .map(({ filename }) => filename)
        .sort(),
    ).toEqual(["list.txt", "Über log.pdf"]);
  });

  test("are told where they do not", async () => {
    const made = await written(await laidOut(whole), {}, attachments, library);
    const wrong = made.promised.map((one) =>
      one.to.kind === "file" ? { ...one, to: { kind: "file" as const, name: "other.pdf" } } : one,
    );
    expect((await provePdf(made.bytes(), wrong)).failed.map(({ why }) => why)).toEqual([
      "It opens “Über log.pdf”, not “other.pdf”.",
      "It opens “list.txt”, not “other.pdf”.",
    ]);
  });
});

test("a linked picture in a line lies under its link, and is told of within it", async () => {
  const link = schema.marks.link.create({ target: { kind: "web", url: "https://lamp.example/" } });
  const icon = { picture: `${"b".repeat(64)}.png`, alt: "Key" };
  const doc = createDocument([
    schema.nodes.heading.create({ id: newId(), level: 1 }, [
      schema.nodes.picture.create(icon),
      schema.text(" Keys"),
    ]),
    schema.nodes.paragraph.create(null, [
      schema.text("Press "),
      schema.nodes.picture.create({ ...icon, height: 100 }, null, [link]),
      schema.nodes.picture.create({ ...icon, decorative: true }, null, [link]),
      schema.text(" now."),
    ]),
  ]);
  const pdf = await written(await laidOut(doc, { picture: { width: 16, height: 16 } }));
  expect(pdf.promised.map(({ words }) => words)).toEqual([""]);
  expect((await provePdf(pdf.bytes(), pdf.promised)).failed).toEqual([]);
  const page = await (await opened(pdf.bytes())).getPage(1);
  const told = JSON.stringify(await page.getStructTree());
  expect(told).toMatch(/"role":"Link","children":\[[^\]]*"role":"Figure","children":\[[^\]]*\],"alt":"Key"/);
  const { fnArray } = await page.getOperatorList();
  expect(fnArray.filter((fn) => fn === OPS.paintImageXObject)).toHaveLength(3);
});

test("words in another language say so in the structure", async () => {
  const french = schema.marks.language.create({ language: "fr" });
  const doc = createDocument([
    schema.nodes.heading.create({ id: newId(), level: 1 }, schema.text("Words")),
    schema.nodes.paragraph.create(null, [
      schema.text("Say "),
      schema.text("bonjour", [french]),
      schema.text("."),
    ]),
  ]);
  const pdf = await written(await laidOut(doc));
  const page = await (await opened(pdf.bytes())).getPage(1);
  expect(JSON.stringify(await page.getStructTree())).toMatch(/"role":"Span"[^}]*/);
  expect(await textOf(await opened(pdf.bytes()), 0)).toContain("Say bonjour.");
});

test("the numbers of pages in an index lead to the words that stand under it", async () => {
  const entered = (main: string, also = "") =>
    schema.nodes.paragraph.create(null, [
      schema.text("Here lies "),
      schema.text(`the ${main}`, [schema.marks.index_entry.create({ id: newId(), main, also })]),
      schema.text(" of the dome."),
    ]);
  const blocks = [
    schema.nodes.contents_list.create({ heading: "Index", list: { of: "entries" } }),
    schema.nodes.page_break.create(),
    entered("lamp"),
    entered("shutter", "lamp"),
    schema.nodes.page_break.create(),
    entered("lamp"),
  ];
  const made = await written(await laidOut(createDocument(blocks)));
  const proof = await provePdf(made.bytes(), made.promised);
  expect(proof.failed).toEqual([]);
  expect(made.promised.map(({ words }) => words)).toEqual(["2", "3", "2"]);
  const file = await opened(made.bytes());
  expect(await textOf(file, 0)).toContain("lamp, 2, 3\nshutter, 2; see also lamp");
});
