import { expect, test } from "@jest/globals";
import { getDocument, OPS } from "pdfjs-dist/legacy/build/pdf.mjs";
import { unzlibSync } from "fflate";
import { heading, paragraph } from "#tests/editing";
import { laidOut, PLAIN_PDF } from "#tests/page-fonts";
import { createDocument, newId, schema } from "@/core/document";
import { pdfOptionsSchema, provePdf, writePdf } from ".";

const { nodes } = schema;

/** A PDF of a document, its promises, and what the structure of its first page is as another program reads it. */
async function made(doc: ReturnType<typeof createDocument>) {
  const chunks: Uint8Array[] = [];
  const written = await writePdf(
    await laidOut(doc),
    PLAIN_PDF,
    pdfOptionsSchema.parse({}),
    (bytes) => void chunks.push(bytes),
  );
  const bytes = new Uint8Array(Buffer.concat(chunks));
  const file = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const page = await file.getPage(1);
  return { bytes, promised: written.promised, page, tree: (await page.getStructTree()) as Part };
}

interface Part {
  readonly role?: string;
  readonly alt?: string;
  readonly children?: readonly Part[];
}

/** The structure as nested roles, those of some kinds alone. */
function rolesIn(part: Part, wanted: readonly string[]): unknown[] {
  const below = (part.children ?? []).flatMap((child) => rolesIn(child, wanted));
  return part.role && wanted.includes(part.role) ? [[part.role, ...below]] : below;
}

/** All that is packed in a file, unpacked. */
function unpacked(bytes: Uint8Array): string {
  const text = Buffer.from(bytes).toString("latin1");
  return [...text.matchAll(/stream\r?\n/g)]
    .map(({ index, 0: { length } }) => {
      try {
        const end = text.indexOf("endstream", index);
        return Buffer.from(unzlibSync(bytes.subarray(index + length, end))).toString("latin1");
      } catch {
        return "";
      }
    })
    .join("\n");
}

test("a contents list is nested as its sections are, and lists say how they are counted", async () => {
  const doc = createDocument([
    nodes.contents_list.create({ id: newId(), heading: "Contents", from: 1, to: 3 }),
    heading(1, "One"),
    heading(2, "One a"),
    heading(2, "One b"),
    heading(1, "Two"),
    nodes.ordered_list.create({ numerals: "upper-roman" }, nodes.list_item.create(null, paragraph("first"))),
    nodes.bullet_list.create(null, nodes.list_item.create(null, paragraph("point"))),
  ]);
  const { tree, bytes } = await made(doc);
  expect(rolesIn(tree, ["TOC", "TOCI"])).toEqual([["TOC", ["TOCI", ["TOC", ["TOCI"], ["TOCI"]]], ["TOCI"]]]);
  const told = unpacked(bytes);
  expect(told.match(/\/ListNumbering\/\w+/g)?.sort()).toEqual([
    "/ListNumbering/Disc",
    "/ListNumbering/UpperRoman",
  ]);
});

test("equations are said in the language of the document", async () => {
  const equation = (tex: string) => nodes.equation.create({ id: newId(), tex });
  for (const [language, said] of [
    ["en", "the square root of x"],
    ["de", "die Wurzel aus x"],
  ] as const) {
    const { tree } = await made(createDocument([equation("\\sqrt{x}")], { language }));
    expect(JSON.stringify(tree)).toContain(`"alt":"${said}"`);
  }
});

test("a menu looks like its buttons, and all of a button leads", async () => {
  const names = ["Alpha", "Beta", "Gamma", "A longer one that takes more room", "Last of all of them here"];
  const menu = (more: object) =>
    nodes.contents_list.create({
      id: newId(),
      heading: "",
      from: 1,
      to: 1,
      list: { buttons: true, ...more },
    });
  const of = (more: object) => made(createDocument([menu(more), ...names.map((name) => heading(1, name))]));
  const { bytes, promised, page } = await of({ pageless: true });
  expect((await provePdf(bytes, promised)).failed).toEqual([]);
  const boxes = (await page.getAnnotations()).map(({ rect }) => (rect as number[]).map(Math.round));
  expect(boxes).toHaveLength(names.length);
  const tops = new Set(boxes.map(([, , , top]) => top));
  // As many beside each other as there is room for.
  expect(tops.size).toBeGreaterThan(1);
  expect(tops.size).toBeLessThan(names.length);
  for (const [left, bottom, right, top] of boxes as [number, number, number, number][]) {
    expect(top - bottom).toBeGreaterThan(18);
    for (const other of boxes as [number, number, number, number][])
      if (other[0] !== left || other[3] !== top)
        expect(right <= other[0] || other[2] <= left || top <= other[1] || other[3] <= bottom).toBe(true);
  }
  const { fnArray } = await page.getOperatorList();
  expect(fnArray.filter((fn) => fn === OPS.constructPath).length).toBeGreaterThanOrEqual(names.length);
  const stacked = await of({ stacked: true });
  expect(new Set((await stacked.page.getAnnotations()).map(({ rect }) => (rect as number[])[3])).size).toBe(
    names.length,
  );
  const words = (await stacked.page.getTextContent()).items.map((item) => ("str" in item ? item.str : ""));
  expect(words.join(" ")).toMatch(/Alpha +1/);
});

test("who copies words gets them in the order in which they are written", async () => {
  const { bytes } = await made(createDocument([paragraph("हिन्दी में")]));
  const utf16 = (text: string) => Buffer.from(`\ufeff${text}`, "utf16le").swap16().toString("latin1");
  // The half of a sign may be a bracket, which is written otherwise.
  expect(unpacked(bytes).replace(/\\([()\\])/g, "$1")).toContain(utf16("हिन्दी"));
});

test("each script has a font, fetched for it alone", async () => {
  const texts = {
    hangul: "한국어 문서",
    devanagari: "हिन्दी में",
    thai: "ภาษาไทย",
    emoji: "😀 👍",
    symbols: "⚓ ☃ ✂",
  };
  for (const [name, words] of Object.entries(texts)) {
    const layout = await laidOut(createDocument([paragraph(words)]));
    expect([name, [...layout.missing]]).toEqual([name, []]);
  }
  const { page } = await made(createDocument([paragraph("ภาษาไทยเป็นภาษา".repeat(30))]));
  const { items } = await page.getTextContent();
  const lines = new Set(items.flatMap((item) => ("str" in item && item.str ? item.transform[5] : [])));
  // It has no spaces, and is broken between its words all the same.
  expect(lines.size).toBeGreaterThan(2);
});
