import { beforeAll, describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Fragment, Slice, type Node } from "prosemirror-model";
import { linesOf } from "#tests/drawn-words";
import { heading, paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import {
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  schema,
  type PageSetup,
  type StyleSheet,
} from "@/core/document";
import { Transform } from "prosemirror-transform";
import { indexDocument } from "@/core/index";
import { readFile as readDocument } from "@/core/formats";
import { drawPage, PageMap, type PageLayout } from ".";

const { nodes } = schema;
const words = (count: number, word = "lamp") => Array.from({ length: count }, () => word).join(" ");
const withSetup = (doc: Node, setup: Partial<PageSetup>, styles: Partial<StyleSheet["styles"]> = {}) =>
  doc.type.create(
    {
      ...doc.attrs,
      styles: {
        ...FIRST_SHEET,
        styles: { ...FIRST_SHEET.styles, ...styles },
        page: { ...FIRST_SHEET.page, setup: { ...FIRST_SETUP, ...setup } },
      },
    },
    doc.content,
  );
const markdown = (text: string) => {
  const read = readDocument("a.md", new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.error.reason);
  return read.manuscript.doc;
};
const allWords = (layout: PageLayout) =>
  layout.pages
    .flatMap((_, page) =>
      linesOf(layout, page).map((line) => (line.endsWith("-") ? line.slice(0, -1) : `${line} `)),
    )
    .join("")
    .trim();

describe("a document is laid out in pages", () => {
  test("that hold all of its words in order", async () => {
    const doc = createDocument([
      heading(1, "Lamps"),
      paragraph(words(1_500)),
      paragraph(words(700, "observatory")),
    ]);
    const layout = await laidOut(doc);
    expect(layout.pages.length).toBeGreaterThan(3);
    expect(allWords(layout)).toBe(`Lamps ${words(1_500)} ${words(700, "observatory")}`);
  });

  test("even if it is empty", async () => {
    const layout = await laidOut(createDocument([paragraph("")]));
    expect(layout.pages).toHaveLength(1);
    expect(layout.labels.of(0)).toBe("1");
  });

  test("without lines alone at the head or the foot, and without headings alone at the foot", async () => {
    for (let before = 20; before < 60; before++) {
      const doc = createDocument([
        ...Array.from({ length: before }, () => paragraph("one line")),
        heading(2, "A heading"),
        paragraph(words(60)),
      ]);
      const layout = await laidOut(doc);
      for (const page of layout.pages) {
        const flow = layout.flows[page.endFlow];
        if (flow && page.endStrip > 0) {
          expect(page.endStrip).toBeGreaterThanOrEqual(2);
          expect(flow.strips.length - page.endStrip).toBeGreaterThanOrEqual(2);
        }
        if (flow && page.endStrip === 0) expect(layout.flows[page.endFlow - 1]!.keepWithNext).toBe(false);
      }
    }
  });

  test("with the rows of headings again where a table goes on", async () => {
    const rows = Array.from({ length: 90 }, (_, i) => `| row ${i} | x |`).join("\n");
    const layout = await laidOut(markdown(`| Name | Sign |\n| --- | --- |\n${rows}\n`));
    expect(layout.pages.length).toBeGreaterThan(2);
    layout.pages.forEach((_, page) => {
      const all = drawPage(layout, page).items.filter((item) => item.kind === "words");
      expect(all.some(({ text }) => text === "Name")).toBe(true);
      // What stands again is read once.
      expect(all.some(({ text, tag }) => text === "Name" && tag)).toBe(page === 0);
    });
  });

  test("with notes at the foot of the page of their signs", async () => {
    const doc = markdown(
      `${words(400)} first[^a]\n\n${words(500)} second[^b]\n\n[^a]: About the first.\n[^b]: About the second.\n`,
    );
    const layout = await laidOut(doc);
    for (const name of ["first", "second"]) {
      const sign = layout.pages.findIndex((_, page) => linesOf(layout, page).join(" ").includes(`${name}`));
      expect(linesOf(layout, sign).at(-1)).toMatch(`About the ${name}.`);
    }
  });

  test("with the paragraphs and lists of a note, each in lines of its own", async () => {
    const note = "[^a]: Bring\n\n    - a lamp\n    - a rope:\n        1. thick\n\n    and go.\n";
    for (const sign of ["foot", "end"] as const) {
      const read = markdown(`Here[^a] and on.\n\n${note}`);
      const at = indexDocument(read).notes[0]!.from;
      const { doc } = new Transform(read).setNodeAttribute(at, "place", sign);
      const lines = linesOf(await laidOut(doc), 0);
      const number = sign === "foot" ? "1" : "i";
      expect(lines.slice(-5)).toEqual([`${number} Bring`, "•a lamp", "•a rope:", "1.thick", "and go."]);
    }
  });

  test("with page breaks, sections on a right-hand page, and roman numbers before the first", async () => {
    const body = createDocument([
      paragraph("a title"),
      nodes.page_break.create(),
      nodes.contents_list.create({ id: "toc0000001" }),
      heading(1, "One"),
      paragraph("words"),
      heading(1, "Two"),
      paragraph("words"),
    ]);
    const heading1 = { ...FIRST_SHEET.styles.heading1, newPage: true };
    const layout = await laidOut(withSetup(body, { rightHand: true, romanFront: true }, { heading1 }));
    const labels = layout.index.headings.map(({ pos }) => layout.labelAt(pos));
    expect(labels).toEqual(["1", "3"]);
    expect(layout.pages.map((_, page) => layout.labels.of(page))).toEqual(["i", "ii", "1", "2", "3"]);
    expect(layout.pages.map(({ blank }) => blank)).toEqual([false, false, false, true, false]);
    // The contents list tells the same.
    expect(linesOf(layout, 1).join("\n")).toMatch(/One1\nTwo3/);
  });
});

describe("what does not fit is laid out all the same", () => {
  test.each<[string, () => Node]>([
    ["a word wider than the page", () => createDocument([paragraph("x".repeat(4_000)), paragraph("after")])],
    [
      "a row taller than a page",
      () => markdown(`| A | B |\n| --- | --- |\n| ${words(3_000)} | ${words(20)} |\n| after | x |\n`),
    ],
    ["a note longer than its page", () => markdown(`Word[^a] and after\n\n[^a]: ${words(3_000, "noted")}\n`)],
    [
      "a note whose lists are longer than its page",
      () => {
        const items = Array.from(
          { length: 90 },
          (_, i) => `    - ${words(40, `item${i}`)}\n\n      and more\n`,
        );
        return markdown(`Word[^a] and after\n\n[^a]: First.\n\n${items.join("")}`);
      },
    ],
    [
      "a picture taller than the page",
      () =>
        createDocument([
          nodes.figure.create({ picture: `${"a".repeat(64)}.png`, id: "fig0000001" }, schema.text("after")),
        ]),
    ],
  ])("%s", async (_what, make) => {
    const doc = make();
    const layout = await laidOut(doc, { picture: { width: 400, height: 3_000 } });
    expect(layout.pages.length).toBeLessThan(40);
    const text = allWords(layout).replaceAll(" ", "");
    expect(text).toContain("after");
    expect(text.length).toBeGreaterThanOrEqual(doc.textContent.replace(/\s/g, "").length);
    const { margins, height, width } = layout.paperOf(0);
    layout.pages.forEach((_, page) => {
      for (const item of drawPage(layout, page).items)
        if (item.kind === "words" && item.tag) {
          expect(item.y).toBeLessThanOrEqual(height - margins.bottom + 1);
          expect(item.x + item.width).toBeLessThanOrEqual(width - margins.right + 1);
        }
    });
  });
});

describe("scripts", () => {
  test("text from right to left begins at the right, and its numbers run from left to right", async () => {
    const layout = await laidOut(createDocument([paragraph("שלום 123 עולם")]));
    const items = drawPage(layout, 0).items.filter((item) => item.kind === "words" && item.tag);
    const x = (text: string) => items.find((item) => item.kind === "words" && item.text.includes(text))!.x;
    expect(x("שלום")).toBeGreaterThan(x("123"));
    expect(x("123")).toBeGreaterThan(x("עולם"));
    expect(layout.missing.size).toBe(0);
  });

  test("Arabic letters are joined, and Chinese breaks between its signs", async () => {
    const layout = await laidOut(
      createDocument([paragraph("مرحبا بالعالم"), paragraph("山上的天文台".repeat(40))]),
    );
    const words = drawPage(layout, 0).items.filter((item) => item.kind === "words");
    expect(words.some((item) => item.shaped && item.font.startsWith("arabic"))).toBe(true);
    expect(linesOf(layout, 0).length).toBeGreaterThan(4);
    expect(layout.missing.size).toBe(0);
  });

  test("a character that no font has is told", async () => {
    const layout = await laidOut(createDocument([paragraph("before"), paragraph("a \u{13000} b")]));
    expect([...layout.missing]).toEqual([["\u{13000}", 8]]);
  });
});

describe("after a change", () => {
  let doc: Node;
  beforeAll(() => {
    doc = markdown(
      Array.from(
        { length: 60 },
        (_, i) =>
          `## Part ${i}\n\n${words(30 + ((i * 37) % 160))}[^${i}]\n\n- one\n- two\n\n| a | b |\n| - | - |\n| 1 | 2 |\n\n[^${i}]: Note ${i}.\n`,
      ).join("\n"),
    );
  });

  test("the pages are those of a layout from nothing", async () => {
    let layout = await laidOut(doc);
    let now = doc;
    for (const [at, size] of fc.sample(fc.tuple(fc.nat(10_000), fc.integer({ min: -300, max: 900 })), 120)) {
      const $pos = now.resolve(Math.min(at % now.content.size, now.content.size - 1));
      const block = $pos.index(0);
      const node = now.child(block);
      let pos = 0;
      for (let i = 0; i < block; i++) pos += now.child(i).nodeSize;
      now =
        size < 0 && now.childCount > 3
          ? now.replace(pos, pos + node.nodeSize, Slice.empty)
          : node.isTextblock
            ? now.replace(
                pos + 1,
                pos + 1,
                new Slice(Fragment.from(schema.text(words(1 + (size >> 3)) + " ")), 0, 0),
              )
            : now.replace(pos, pos, new Slice(Fragment.from(paragraph(words(1 + Math.abs(size)))), 0, 0));
      layout = await laidOut(now, { earlier: layout });
      const fresh = await laidOut(schema.nodeFromJSON(now.toJSON()));
      const shape = ({ pages }: PageLayout) =>
        pages.map(({ flow, strip, endFlow, endStrip, columns }) => [
          flow,
          strip,
          endFlow,
          endStrip,
          columns.map(({ notes }) => notes.length),
        ]);
      expect(shape(layout)).toEqual(shape(fresh));
      expect([...PageMap.of(layout).starts]).toEqual([...PageMap.of(fresh).starts]);
    }
  }, 60_000);

  test("a window tells of every heading the page that the layout tells", async () => {
    const layout = await laidOut(doc);
    const map = PageMap.of(layout);
    for (const { pos } of layout.index.headings) expect(map.labelAt(pos)).toBe(layout.labelAt(pos));
  });
});

test("straight edges: lines between the first and the last are as wide as the page, and words are divided", async () => {
  const text = "observatories understanding considerably ".repeat(80);
  const body = { ...FIRST_SHEET.styles.body, align: "justify" as const };
  const layout = await laidOut(withSetup(createDocument([paragraph(text.trim())]), {}, { body }));
  const { margins, width } = layout.paperOf(0);
  const rights = new Map<number, number>();
  for (const item of drawPage(layout, 0).items)
    if (item.kind === "words" && item.tag)
      rights.set(Math.round(item.y), Math.max(rights.get(Math.round(item.y)) ?? 0, item.x + item.width));
  const all = [...rights.values()];
  for (const right of all.slice(0, -1)) expect(right).toBeCloseTo(width - margins.right, 0);
  expect(linesOf(layout, 0).some((line) => line.endsWith("-"))).toBe(true);
});

test("links are as many as in the text: two to one place are two, and one over several looks or lines is one", async () => {
  const doc = markdown(
    `# Here {#here}\n\n[one](#here) and [two](#here), [a **bold** link ${words(30)}](#here).\n`,
  );
  const { links } = drawPage(await laidOut(doc), 0);
  expect(links.map((link) => link.words.slice(0, 11))).toEqual(["one", "two", "a bold link"]);
  expect(links[2]!.boxes.length).toBeGreaterThan(1);
});
