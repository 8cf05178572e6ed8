import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Fragment, Slice, type Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import { heading, paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import {
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  newId,
  pageSectionFrom,
  PLAIN_SECTION,
  schema,
  writtenPageSection,
  type LinePair,
  type PageLines,
  type PageRule,
  type PageSection,
  type Paper,
} from "@/core/document";
import { drawPage, PageMap, type PageLayout } from ".";

const { nodes } = schema;
const words = (count: number, word = "lamp") => Array.from({ length: count }, () => word).join(" ");
const pages = (section: Partial<PageSection> | null) =>
  nodes.page_break.create({ section: section && { ...PLAIN_SECTION, ...section } });
const { width, height, margins } = FIRST_SETUP;
const ACROSS: Paper = { width: height, height: width, margins };
const TWO: Paper = { width, height, margins, columns: { count: 2, gap: 20 } };
const line = (middle: string): LinePair => ({ header: ["", middle, ""], footer: ["", "", ""] });
const lines = (middle: string, more: Partial<PageLines> = {}): PageLines => ({
  ...line(middle),
  onFirst: true,
  ...more,
});
const withRule = (doc: Node, rule: PageRule) =>
  doc.type.create({ ...doc.attrs, styles: { ...FIRST_SHEET, page: rule } }, doc.content);
const sizes = (layout: PageLayout) =>
  layout.pages.map((_, page) => {
    const drawing = drawPage(layout, page);
    return drawing.width > drawing.height ? "across" : "upright";
  });
const labels = (layout: PageLayout) => layout.pages.map((_, page) => layout.labels.of(page));
/** What stands above the text of each page. */
const above = (layout: PageLayout) =>
  layout.pages.map((_, page) =>
    drawPage(layout, page)
      .items.flatMap((item) => (item.kind === "words" && !item.tag ? item.text : []))
      .join(""),
  );
const wordsOf = (layout: PageLayout, page: number) =>
  drawPage(layout, page).items.flatMap((item) => (item.kind === "words" && item.tag ? item : []));

describe("pages from a break on", () => {
  test("lie across on paper of their own, and upright again behind the next", async () => {
    const layout = await laidOut(
      createDocument([
        paragraph(words(900)),
        pages({ paper: ACROSS }),
        paragraph(words(900)),
        pages(null),
        paragraph("Still across."),
        pages({}),
        paragraph("Upright."),
      ]),
    );
    expect(sizes(layout)).toEqual(["upright", "upright", "across", "across", "across", "upright"]);
    const rights = [0, 2].map((page) =>
      Math.max(...wordsOf(layout, page).map((item) => item.x + item.width)),
    );
    expect(rights[0]).toBeLessThanOrEqual(width - margins.right + 1);
    expect(rights[1]).toBeGreaterThan(width);
    expect(rights[1]).toBeLessThanOrEqual(height - margins.right + 1);
    expect(PageMap.of(layout).papers.map(({ page }) => page)).toEqual([0, 2, 5]);
  });

  test("are those with which the document begins where the break is its first block", async () => {
    const layout = await laidOut(createDocument([pages({ paper: ACROSS }), paragraph("First.")]));
    expect(sizes(layout)).toEqual(["across"]);
    // What comes before it makes it a break like any other, and it is again the first without that.
    const numbering = { numerals: "lower-roman" as const, from: 1 };
    const counted = await laidOut(createDocument([pages({ numbering }), paragraph("First.")]));
    const before = nodes.paragraph.create({ id: newId() }, schema.text("Before."));
    const { doc } = counted.index;
    const later = await laidOut(doc.copy(doc.content.addToStart(before)), { earlier: counted });
    expect(labels(later)).toEqual(["1", "i"]);
    expect(labels(await laidOut(doc, { earlier: later }))).toEqual(["i"]);
  });

  test("have columns, which are filled one after the other before a page is", async () => {
    const layout = await laidOut(
      createDocument([pages({ paper: TWO }), paragraph(`Alpha ${words(900)} omega`)]),
    );
    expect(layout.pages.map(({ columns }) => columns.length)).toEqual([2, 2]);
    const column = (width - margins.left - margins.right - 20) / 2;
    const edges = [margins.left, margins.left + column + 20];
    for (const item of wordsOf(layout, 0))
      expect(edges.some((left) => item.x >= left - 1 && item.x + item.width <= left + column + 1)).toBe(true);
    expect(wordsOf(layout, 0)[0]!.text).toContain("Alpha");
    const said = [0, 1].flatMap((page) => wordsOf(layout, page).map(({ text }) => text)).join(" ");
    expect(said.match(/lamp/g)).toHaveLength(900);
  });

  test("have a heading that begins a page at its beginning, not in the next column", async () => {
    const doc = createDocument([
      pages({ paper: TWO }),
      paragraph("One."),
      pages(null),
      heading(1, "Two"),
      paragraph("Three."),
    ]);
    expect((await laidOut(doc)).pages.map(({ columns }) => columns.length)).toEqual([1, 1]);
  });

  test("have a note at the foot of the column that speaks of it", async () => {
    const noted = (at: number) =>
      nodes.paragraph.create(null, [
        schema.text(words(at)),
        nodes.note.create({ place: "foot" }, schema.text("A word on it.")),
        schema.text(` ${words(300 - at)}`),
      ]);
    const layout = await laidOut(createDocument([pages({ paper: TWO }), noted(20), noted(10)]));
    const notes = drawPage(layout, 0).notes.map(({ x }) => Math.round(x));
    expect(new Set(notes).size).toBe(2);
  });

  test("have lines of their own, others on the first and on left-hand pages", async () => {
    const layout = await laidOut(
      withRule(
        createDocument([
          paragraph(words(900)),
          pages({ lines: lines("own {page}", { onFirst: false, first: line("title"), even: line("left") }) }),
          paragraph(words(1_500)),
          pages({}),
          paragraph("As before."),
        ]),
        { ...lines("all"), even: line("all left") },
      ),
    );
    expect(above(layout)).toEqual(["all", "all left", "title", "left", "own 5", "all left"]);
  });

  test("are counted in other numerals, from a number, or on from the page before", async () => {
    const layout = await laidOut(
      createDocument([
        pages({ numbering: { numerals: "lower-roman", from: 3 } }),
        paragraph("a"),
        pages(null),
        paragraph("b"),
        pages({ numbering: { numerals: "decimal", from: 1 } }),
        paragraph("c"),
        pages({}),
        paragraph("d"),
        pages({ numbering: { numerals: "upper-alpha", from: null } }),
        paragraph("e"),
      ]),
    );
    expect(labels(layout)).toEqual(["iii", "iv", "1", "2", "C"]);
    expect([layout.labels.page("IV"), layout.labels.page("c"), layout.labels.lastNumber(2)]).toEqual([
      1, 4, 3,
    ]);
  });

  test("begin on a right-hand page where that is asked, with an empty one before them", async () => {
    const layout = await laidOut(
      createDocument([paragraph("a"), pages({ rightHand: true, paper: ACROSS }), paragraph("b")]),
    );
    expect(layout.pages.map(({ blank }) => blank)).toEqual([false, true, false]);
    // The empty page is the end of what was before.
    expect(sizes(layout)).toEqual(["upright", "upright", "across"]);
    // Where only what starts a page does so, other paper between two paragraphs makes no empty page.
    const wide = createDocument([paragraph("a"), pages({ paper: ACROSS }), paragraph("b")]);
    const setup = { ...FIRST_SETUP, rightHand: true };
    const onRight = await laidOut(withRule(wide, { ...FIRST_SHEET.page, setup }));
    expect(onRight.pages.map(({ blank }) => blank)).toEqual([false, false]);
  });

  test("are as many as blocks between them ask for, and none is lost, however many there are", async () => {
    const doc = createDocument(
      Array.from({ length: 120 }, (_, i) => [
        paragraph(`Number ${i}.`),
        pages({ paper: i % 2 === 0 ? ACROSS : TWO, numbering: { numerals: "decimal", from: i } }),
      ]).flat(),
    );
    const layout = await laidOut(doc);
    expect(layout.pages).toHaveLength(120);
    expect(
      wordsOf(layout, 119)
        .map(({ text }) => text)
        .join(""),
    ).toBe("Number 119.");
  });
});

test("after a change of what stands in sections, or of these, the pages are those of a layout from nothing", async () => {
  const specs: (Partial<PageSection> | null)[] = [
    null,
    {},
    { paper: ACROSS },
    { paper: TWO },
    { rightHand: true },
    { numbering: { numerals: "lower-roman", from: null } },
  ];
  let now = createDocument(
    Array.from({ length: 24 }, (_, i) => [
      heading(2, `Part ${i}`),
      paragraph(words(120 + ((i * 53) % 300))),
      ...(i % 4 === 3 ? [pages(specs[(i >> 2) % specs.length]!)] : []),
    ]).flat(),
  );
  let layout = await laidOut(now);
  const changes = fc.sample(fc.tuple(fc.nat(10_000), fc.nat(5), fc.nat(2)), 60);
  for (const [at, spec, what] of changes) {
    const block = at % now.childCount;
    let pos = 0;
    for (let i = 0; i < block; i++) pos += now.child(i).nodeSize;
    const node = now.child(block);
    const put = what === 0 ? pages(specs[spec]!) : paragraph(words(10 + spec * 60));
    now =
      what === 2 && now.childCount > 8
        ? now.replace(pos, pos + node.nodeSize, Slice.empty)
        : node.type === nodes.page_break
          ? new Transform(now).setNodeAttribute(pos, "section", put.attrs.section ?? null).doc
          : now.replace(pos, pos, new Slice(Fragment.from(put), 0, 0));
    layout = await laidOut(now, { earlier: layout });
    const fresh = await laidOut(schema.nodeFromJSON(now.toJSON()));
    const shape = (one: PageLayout) =>
      JSON.stringify(
        [one.pages.map(({ columns, section, blank }) => [columns, section, blank]), labels(one)],
        (key, value: unknown) => (key === "notes" ? undefined : value),
      );
    expect(shape(layout)).toBe(shape(fresh));
  }
}, 60_000);

describe("what a section of pages says", () => {
  const ok: PageSection = {
    paper: TWO,
    lines: lines("x"),
    numbering: { numerals: "decimal", from: 1 },
    rightHand: true,
  };

  test("comes back from the attribute that it is written in", () => {
    expect(pageSectionFrom(writtenPageSection(ok))).toEqual(ok);
  });

  test.each([
    ["nothing", ""],
    ["no JSON", "{"],
    ["something else", JSON.stringify({ paper: "A4" })],
    ["no room", JSON.stringify({ ...ok, paper: { ...TWO, margins: { ...margins, left: 400, right: 200 } } })],
    ["columns without room", JSON.stringify({ ...ok, paper: { ...TWO, columns: { count: 4, gap: 120 } } })],
    ["five columns", JSON.stringify({ ...ok, paper: { ...TWO, columns: { count: 5, gap: 1 } } })],
    ["pages below nothing", JSON.stringify({ ...ok, numbering: { numerals: "decimal", from: -1 } })],
    ["more than there is", JSON.stringify({ ...ok, colour: "red" })],
  ])("is refused where it says %s", (_what, written) => {
    expect(pageSectionFrom(written)).toBeNull();
  });
});
