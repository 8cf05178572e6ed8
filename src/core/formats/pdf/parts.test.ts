import { zlibSync } from "fflate";
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument } from "#tests/arbitrary-document";
import { heading, paragraph } from "#tests/editing";
import { builtResources, laidOut, pageFont, PLAIN_PDF } from "#tests/page-fonts";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { createDocument, schema, type Picture } from "@/core/document";
import { FontTable, type FontKey } from "@/core/layout";
import { PackedDocument } from "./packed-document";
import { pathOperators } from "./page-content";
import { PdfFont } from "./pdf-font";
import { fillColour, num, text } from "./pdf-syntax";
import { pdfOptionsSchema, provePdf, writePdf } from ".";
import { runs } from "#tests/runs";

describe("PDF syntax", () => {
  test.each<[number, string]>([
    [0, "0"],
    [-0.001, "0"],
    [1.005, "1"],
    [1.006, "1.01"],
    [-12.5, "-12.5"],
    [595.28, "595.28"],
  ])("the number %d is %s", (value, written) => expect(num(value)).toBe(written));

  test.each<[string, string]>([
    ["plain", "(plain)"],
    ["(a) \\ b", "(\\(a\\) \\\\ b)"],
    ["ü", "(\xfe\xff\x00\xfc)"],
    // The second half of this sign's code is a bracket.
    ["\u0128", "(\xfe\xff\x01\\()"],
    ["\u0a0d", "(\xfe\xff\\n\\r)"],
  ])("the text %s is %s", (value, written) => expect(text(value)).toBe(written));

  test("colours are parts of one", () => expect(fillColour("#ff0080")).toBe("1 0 0.5 rg"));

  test.each<[string, string]>([
    ["M0 0L10 5Z", "0 0 m 10 5 l h"],
    ["M1 1h3v-2H0V0", "1 1 m 4 1 l 4 -1 l 0 -1 l 0 0 l"],
    ["m1 1 2 2 3 3", "1 1 m 3 3 l 6 6 l"],
    ["M0 0C1 2 3 4 5 6", "0 0 m 1 2 3 4 5 6 c"],
    ["M0 0Q3 3 6 0", "0 0 m 2 2 4 2 6 0 c"],
    // A smooth curve goes on in the direction of the one before: its control point is (9, -3).
    ["M0 0Q3 3 6 0T12 0", "0 0 m 2 2 4 2 6 0 c 8 -2 10 -2 12 0 c"],
    ["M0 0T3 3", "0 0 m 0 0 1 1 3 3 c"],
    ["M5-3.5.5.25", "5 -3.5 m 0.5 0.25 l"],
    ["", ""],
  ])("the path %s is drawn by %s", (path, operators) => expect(pathOperators(path)).toBe(operators));
});

test.each(["serif-400", "sans-600", "mono-400"])(
  "the hyphen of a divided word is seen in %s, and read as one that goes",
  async (key) => {
    const table = new FontTable(await builtResources().fontTable(key as FontKey));
    const document = new PackedDocument({ autoFirstPage: false }, zlibSync, () => {});
    const font = new PdfFont(document, pageFont(key), table);
    const inner = document.inner._font;
    const numberOf = (operand: string) => operand.charCodeAt(1) * 256 + operand.charCodeAt(2);
    const [soft, hard] = [numberOf(font.softHyphen()), numberOf(font.show("-", 0))];
    const hyphen = inner.font.glyphForCodePoint(0x2d).id;
    expect(hyphen).toBeGreaterThan(0);
    expect([inner.subset.glyphs[soft], inner.subset.glyphs[hard]]).toEqual([hyphen, hyphen]);
    expect([inner.unicode[soft], inner.unicode[hard]]).toEqual([[0xad], [0x2d]]);
    expect(inner.widths[soft]).toBeCloseTo(table.widthOf("-") * 1_000);
  },
);

describe("a file with packed objects", () => {
  async function packed(count: number, options: PDFKit.PDFDocumentOptions = {}) {
    const chunks: Uint8Array[] = [];
    const document = new PackedDocument(
      { autoFirstPage: false, pdfVersion: "1.7", ...options },
      zlibSync,
      (bytes) => void chunks.push(bytes),
    );
    document.addPage({ size: [100, 100], margin: 0 });
    const titles: number[] = [];
    for (let i = 0; i < count; i++) titles.push(document.reserve());
    const root = document.reserve();
    titles.forEach((id, i) =>
      document.pack(
        id,
        `<</Title${text(`Entry ${i} (ü)`)}/Parent ${root} 0 R${i > 0 ? `/Prev ${titles[i - 1]} 0 R` : ""}${i < count - 1 ? `/Next ${titles[i + 1]} 0 R` : ""}>>`,
      ),
    );
    document.pack(root, `<</Type/Outlines/First ${titles[0]} 0 R/Last ${titles.at(-1)} 0 R/Count ${count}>>`);
    document.inner._root.data.Outlines = { toString: () => `${root} 0 R`, [Symbol.toStringTag]: "Reference" };
    document.finish();
    return new Uint8Array(Buffer.concat(chunks));
  }

  test.each([1, 249, 250, 251, 1_000])("of %d is read as it was written", async (count) => {
    const file = await getDocument({ data: await packed(count), verbosity: 0 }).promise;
    const outline = await file.getOutline();
    expect(outline.map(({ title }) => title)).toEqual(
      Array.from({ length: count }, (_, i) => `Entry ${i} (ü)`),
    );
  });

  test("is encrypted as a whole", async () => {
    const bytes = await packed(300, { pdfVersion: "1.7ext3", userPassword: "open", ownerPassword: "own" });
    expect(Buffer.from(bytes).includes("Entry")).toBe(false);
    const file = await getDocument({ data: bytes, password: "open", verbosity: 0 }).promise;
    expect((await file.getOutline())[299]!.title).toBe("Entry 299 (ü)");
  });
});

async function made(
  doc: Parameters<typeof laidOut>[0],
  picture: Picture["bytes"] | null = null,
  outline = 3,
) {
  const layout = await laidOut(doc);
  const chunks: Uint8Array[] = [];
  const told: number[] = [];
  const written = await writePdf(
    layout,
    { ...PLAIN_PDF, picture: () => picture && { bytes: picture } },
    pdfOptionsSchema.parse({ outline }),
    (bytes) => void chunks.push(bytes),
    (pages) => void told.push(pages),
  );
  return { layout, told, ...written, bytes: new Uint8Array(Buffer.concat(chunks)) };
}

test(
  "any document becomes a file that opens, whose links all land, and which holds its words",
  () =>
    fc.assert(
      fc.asyncProperty(anyDocument, async (doc) => {
        const { bytes, promised, layout } = await made(doc);
        const proof = await provePdf(bytes.slice(), promised);
        expect(proof.failed).toEqual([]);
        expect(proof.pages).toBe(layout.pages.length);
        const file = await getDocument({ data: bytes, verbosity: 0 }).promise;
        let read = "";
        for (let page = 1; page <= file.numPages; page++)
          for (const item of (await (await file.getPage(page)).getTextContent()).items)
            if ("str" in item) read += item.str;
        for (const name of layout.index.headings.map((one) => one.name))
          for (const part of name.split(/\s+/)) if (/^[a-z]+$/.test(part)) expect(read).toContain(part);
      }),
      { numRuns: runs(40) },
    ),
  120_000,
);

test("the outline leaves out levels that are deeper, and passes over levels that are skipped", async () => {
  const doc = createDocument([
    heading(1, "One"),
    heading(3, "Deep in one"),
    heading(2, "Two in one"),
    heading(4, "Too deep"),
    heading(1, ""),
  ]);
  const file = await getDocument({ data: (await made(doc)).bytes, verbosity: 0 }).promise;
  const shape = (entries: readonly { title: string; items: unknown[] }[]): unknown[] =>
    entries.map(({ title, items }) => [title, ...shape(items as typeof entries)]);
  expect(shape(await file.getOutline())).toEqual([
    ["One", ["Deep in one"], ["Two in one"]],
    ["Untitled section"],
  ]);
  const none = await getDocument({ data: (await made(doc, null, 0)).bytes, verbosity: 0 }).promise;
  expect(await none.getOutline()).toBeNull();
});

test("what stands again on each page is read once, and each mark of a page belongs to a part", async () => {
  const rows = Array.from({ length: 80 }, () => [paragraph("cell")]);
  const table = schema.nodes.table.create({ id: "tab0000001" }, [
    schema.nodes.table_caption.create(),
    schema.nodes.table_grid.create(null, [
      schema.nodes.table_row.create(null, schema.nodes.table_header.create(null, paragraph("Head"))),
      ...rows.map((cells) =>
        schema.nodes.table_row.create(null, schema.nodes.table_cell.create(null, cells)),
      ),
    ]),
  ]);
  const { bytes, layout } = await made(createDocument([table]));
  expect(layout.pages.length).toBeGreaterThan(1);
  const file = await getDocument({ data: bytes, verbosity: 0 }).promise;
  let heads = 0;
  for (let number = 1; number <= file.numPages; number++) {
    const page = await file.getPage(number);
    const ids = new Set<string>();
    const visit = (node: { type?: string; id?: string; role?: string; children?: unknown[] }) => {
      if (node.type === "content") ids.add(node.id!);
      // Parts whose words stand on other pages are in the tree of each, empty.
      if (node.role === "TH" && holdsWords(node)) heads++;
      for (const child of node.children ?? []) visit(child as typeof node);
    };
    visit((await page.getStructTree()) as Parameters<typeof visit>[0]);
    const { items } = await page.getTextContent({ includeMarkedContent: true });
    const marks = items.flatMap((item) => ("id" in item && item.id ? [item.id] : []));
    expect(marks.length).toBeGreaterThan(10);
    for (const mark of marks) expect(ids.has(mark)).toBe(true);
  }
  expect(heads).toBe(1);
});

function holdsWords(node: { type?: string; children?: unknown[] }): boolean {
  return node.type === "content" || (node.children ?? []).some((child) => holdsWords(child as typeof node));
}

test("headings lead to their line in the contents list, and menus in the footer of each page to their places", async () => {
  const doc = createDocument([
    schema.nodes.contents_list.create({ id: "toc0000001" }),
    schema.nodes.contents_list.create({ heading: "", list: { buttons: true, placed: "footer" } }),
    ...Array.from({ length: 80 }, (_, i) => [heading(1, `Part ${i}`), paragraph("a line")]).flat(),
  ]);
  const returns = { levels: [], words: "", also: ["headings" as const] };
  const { bytes, promised, layout } = await made(doc.type.create({ ...doc.attrs, returns }, doc.content));
  const line = promised.find(({ words }) => /^Part 79 \d/.test(words))!;
  expect(promised.find(({ words }) => words === "Part 79")!.to).toEqual({
    kind: "place",
    page: line.page,
    y: expect.closeTo(line.boxes[0]!.y, -1),
    column: null,
    begins: { words: "Part 79", where: "line" },
  });
  const last = promised.filter(({ page }) => page === layout.pages.length - 1);
  expect(last.filter(({ words }) => words === "3")).toHaveLength(1);
  expect((await provePdf(bytes, promised)).failed).toEqual([]);
});

test("progress is told along the way and ends with all pages; what is thrown there ends the writing", async () => {
  const doc = createDocument(Array.from({ length: 1_500 }, () => paragraph("a line")));
  const { told, pages } = await made(doc);
  expect(told.at(-1)).toBe(pages);
  expect(told.length).toBeGreaterThan(1);
  await expect(
    writePdf(
      await laidOut(doc),
      PLAIN_PDF,
      pdfOptionsSchema.parse({}),
      () => {},
      () => {
        throw new Error("enough");
      },
    ),
  ).rejects.toThrow("enough");
});

test.each<[unknown, string]>([
  [{ outline: 9 }, "outline"],
  [{ quality: 5 }, "quality"],
  [{ pages: { from: 0, to: 2 } }, "pages"],
  [{ owner: "ü".repeat(64) }, "owner"],
  [{ rights: { printing: "all" } }, "rights"],
  [{ unknown: true }, ""],
])("options that cannot be are refused: %j", (options, where) => {
  const parsed = pdfOptionsSchema.safeParse(options);
  expect(parsed.success).toBe(false);
  if (!parsed.success) expect(String(parsed.error.issues[0]!.path[0] ?? "")).toBe(where);
});
