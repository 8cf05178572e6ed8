import { describe, expect, test } from "@jest/globals";
import { type Node } from "prosemirror-model";
import { heading, paragraph } from "#tests/editing";
import { indexDocument } from "@/core/index";
import { laidOut } from "#tests/page-fonts";
import {
  createDocument,
  MAX_ENTRIES_IN_PAGE_LINE,
  schema,
  type DestinationId,
  type ListOptions,
  type PageRule,
  type ReturnRule,
} from "@/core/document";
import { drawPage } from ".";
import { margins, width, height, LEFT, RIGHT, withSheet, words, find, first, fill } from "#tests/drawn-pages";

const { nodes } = schema;

/** Two sections behind a contents list, of so many paragraphs, with a rule for ways back. */
function inSections(paragraphs: readonly [number, number], returns: ReturnRule): Node {
  const doc = createDocument([
    nodes.contents_list.create({ id: "toc0000001" }),
    heading(1, "One"),
    ...fill(paragraphs[0]),
    heading(1, "Two"),
    ...fill(paragraphs[1]),
  ]);
  return doc.type.create({ ...doc.attrs, returns }, doc.content);
}

test("links back after sections stay with what is before them, and lead to the contents list", async () => {
  const layout = await laidOut(inSections([30, 3], { levels: [1], words: "Up" }));
  const pages = layout.pages.map((_, page) => drawPage(layout, page));
  const links = pages.flatMap((page) => page.links.filter((link) => link.words === "Up"));
  expect(links.map(({ target }) => target)).toEqual([
    { kind: "destination", id: "toc0000001" },
    { kind: "destination", id: "toc0000001" },
  ]);
  for (const page of pages) {
    const top = words(page)
      .filter(({ tag }) => tag)
      .sort((a, b) => a.y - b.y)[0];
    expect(top?.text).not.toBe("Up");
  }
});

test("steps stand beside the link back, and headings lead to their line in the contents list, where the rule says so", async () => {
  const doc = inSections([3, 3], { levels: [1], words: "", also: ["steps", "headings"] });
  const page = await first(doc);
  const [one, two] = indexDocument(doc).headings;
  const told = page.links.map(({ words: said, target }) => [
    said,
    target.kind === "destination"
      ? target.id
      : target.kind === "line"
        ? { line: target.of, page: target.page }
        : target.kind,
  ]);
  expect(told).toEqual(
    expect.arrayContaining([
      ["One", { line: one!.id, page: 0 }],
      ["Back to contents", "toc0000001"],
      ["Next: Two", two!.id],
      ["Previous: One", one!.id],
      ["Two", { line: two!.id, page: 0 }],
    ]),
  );
});

test("a heading leads to the page of a long contents list on which its line stands, or to the list where it has none", async () => {
  const many = Array.from({ length: 120 }, (_, i) => heading(i === 119 ? 2 : 1, `Part ${i}`));
  const made = createDocument([nodes.contents_list.create({ id: "toc0000001", to: 1 }), ...many], {
    title: "The parts",
  });
  const returns: ReturnRule = { levels: [], words: "", also: ["headings"] };
  const layout = await laidOut(made.type.create({ ...made.attrs, returns }, made.content));
  const drawn = layout.pages.flatMap((_, page) => drawPage(layout, page).links);
  const leads = (name: string) => drawn.find(({ words: said }) => said === name)!.target;
  expect(leads("Part 0")).toMatchObject({ kind: "line", page: 0 });
  const { page } = leads("Part 118") as { page: number };
  expect(page).toBeGreaterThan(0);
  expect(drawPage(layout, page).links.map(({ words: said }) => said)).toContainEqual(
    expect.stringMatching(/^Part 118 \d/),
  );
  expect(leads("Part 119")).toEqual({ kind: "destination", id: "toc0000001" });
});

test("a list stands without indents and dots where that is asked for", async () => {
  const list = (options: ListOptions) =>
    createDocument([
      nodes.contents_list.create({ id: "toc0000001", list: options }),
      heading(1, "One"),
      heading(2, "Deep"),
      heading(1, "Two"),
    ]);
  const shape = async (options: ListOptions) => {
    const drawing = await first(list(options));
    const dots = drawing.items.filter((item) => item.kind === "stroke" && item.dotted).length;
    return [dots, find(drawing, "Deep").x > LEFT + 1];
  };
  expect(await shape({})).toEqual([3, true]);
  expect(await shape({ flush: true, leaderless: true })).toEqual([0, false]);
});

describe("a menu", () => {
  const menu = (list: ListOptions) =>
    nodes.contents_list.create({ id: "toc0000001", heading: "", list: { pageless: true, ...list } });
  const parts = (count: number, name = "Part") =>
    Array.from({ length: count }, (_, i) => [heading(1, `${name} ${i + 1}`), ...fill(40)]).flat();
  const laid = (list: ListOptions, blocks: Node[], page: Partial<PageRule> = {}) => {
    const rule = { header: ["", "", ""], footer: ["", "{page}", ""], onFirst: true, ...page } as PageRule;
    return laidOut(withSheet(createDocument([menu(list), ...blocks]), { page: rule }));
  };

  test.each(["header", "footer"] as const)(
    "in the %s stands on each page, and not in the text",
    async (placed) => {
      const layout = await laid({ buttons: true, placed }, parts(3));
      const without = await laidOut(createDocument(parts(3)));
      expect(layout.pages).toHaveLength(without.pages.length);
      for (let page = 0; page < layout.pages.length; page++) {
        const drawing = drawPage(layout, page);
        const entries = drawing.links.filter(({ tag }) => tag === null).map(({ words: said }) => said);
        expect(entries).toEqual(["Part 1", "Part 2", "Part 3"]);
        const { y } = words(drawing).find(({ text, tag }) => text === "Part 1" && tag === null)!;
        expect(placed === "header" ? y < margins.top : y > height - margins.bottom).toBe(true);
      }
      expect(layout.placeOf("toc0000001" as DestinationId)).toMatchObject({ page: 0, strip: 0 });
    },
  );

  test("in the header keeps to the margins, however long its words, and shares the room", async () => {
    const layout = await laid({ buttons: true, placed: "header" }, [
      heading(1, "Short"),
      ...parts(30, "A title that is much too long for a menu in the header of a page"),
    ]);
    const { links } = drawPage(layout, 0);
    expect(links).toHaveLength(MAX_ENTRIES_IN_PAGE_LINE);
    expect(links[0]!.words).toBe("Short");
    for (const { boxes, words: said } of links.slice(1)) {
      expect(said).toMatch(/^A.*…$/);
      expect(boxes[0]!.x).toBeGreaterThan(LEFT);
      expect(boxes[0]!.x + boxes[0]!.width).toBeLessThan(RIGHT + 0.5);
    }
  });

  test("in the header of chapters with long names tells them apart by their numbers", async () => {
    const numbered = (name: string) => [
      heading(1, "Preface"),
      ...Array.from({ length: 9 }, (_, i) => heading(1, `Chapter ${i + 1}. ${name}`)),
    ];
    const said = async (name: string) => {
      const layout = await laid({ buttons: true, placed: "header" }, numbered(name));
      return drawPage(layout, 0).links.slice(0, 10).map(({ words: own }) => own); // prettier-ignore
    };
    const long = await said("The keeping of the lamp in winter");
    expect(long[0]).toBe("Preface");
    long.slice(1).forEach((own, i) => expect(own).toMatch(new RegExp(`^${i + 1}\\. T.*…$`)));
    expect((await said(""))[1]).toBe("1.");
  });

  test("alone in a document, or at its end, can be led to", async () => {
    for (const blocks of [[], parts(1)]) {
      const doc = createDocument([...blocks, menu({ buttons: true, placed: "footer" })]);
      const layout = await laidOut(doc);
      expect(layout.placeOf("toc0000001" as DestinationId)).toBeDefined();
      expect(drawPage(layout, 0).width).toBe(width);
    }
  });

  test("of cards without entries says so", async () => {
    const drawing = drawPage(await laid({ cards: true }, [paragraph("x")]), 0);
    expect(
      words(drawing)
        .map(({ text }) => text)
        .join(" "),
    ).toContain("Nothing yet.");
  });

  test("of cards shows two side by side, with picture, name and first words", async () => {
    const blocks = [
      heading(1, "One"),
      nodes.figure.create({ picture: "a.png", alt: "a dome" }, schema.text("Caption")),
      paragraph("What is said first."),
      heading(1, "Two"),
      paragraph("Something else."),
      heading(1, "Three"),
    ];
    const layout = await laid({ cards: true }, blocks);
    const drawing = drawPage(layout, 0);
    const [one, two, three] = ["One", "Two", "Three"].map((name) => find(drawing, name));
    expect(one!.x).toBeCloseTo(LEFT);
    expect(two!.x).toBeGreaterThan(LEFT + (RIGHT - LEFT) / 2);
    expect(three!.y).toBeGreaterThan(one!.y);
    expect(find(drawing, "What is said first.").y).toBeGreaterThan(one!.y);
    const picture = drawing.items.find((item) => item.kind === "picture")!;
    expect(picture.y + picture.height).toBeLessThan(one!.y);
    expect(picture.tag).toMatchObject({ role: "Figure", alt: "a dome" });
  });
});
