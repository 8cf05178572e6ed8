import { describe, expect, test } from "@jest/globals";
import { heading } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { createDocument, FIRST_SHEET, schema, type PageRule, type ReturnRule } from "@/core/document";
import { drawPage, type PageLayout } from ".";
import { margins, height, LEFT, withSheet, words, fill } from "#tests/drawn-pages";

const { nodes } = schema;

describe("the lines above and below the text", () => {
  const rule: PageRule = {
    header: ["{title}", "", "{section}"],
    footer: ["{contents}", "{page} of {pages}", "– {page} –"],
    onFirst: true,
  };
  const doc = (title: string) => {
    const made = createDocument([
      nodes.contents_list.create({ id: "toc0000001" }),
      heading(1, "The first section"),
      ...fill(60),
      heading(1, "The last"),
    ]);
    return withSheet(made.type.create({ ...made.attrs, title }, made.content), { page: rule });
  };
  const lines = (layout: PageLayout, page: number) =>
    words(drawPage(layout, page)).filter(({ tag, size }) => tag === null && size === 8.5);

  test("say the page, the title and the section it begins in, and lead there", async () => {
    const layout = await laidOut(doc("A manual"));
    const second = lines(layout, 1);
    expect(second.map(({ text }) => text).join("")).toBe(
      `A manualThe first sectionContents2 of ${layout.labels.count}– 2 –`,
    );
    const targets = drawPage(layout, 1).links.map(({ target }) => target);
    expect(targets).toEqual([
      { kind: "top" },
      { kind: "destination", id: layout.index.headings[0]!.id },
      { kind: "destination", id: "toc0000001" },
    ]);
    for (const { y } of second) expect(y < margins.top || y > height - margins.bottom).toBe(true);
  });

  test("lead where return links do, and say nothing where that has no contents list", async () => {
    const page = (to: ReturnRule["to"], list = true) => {
      const whole = doc("A manual");
      const content = list ? whole.content : whole.content.cut(whole.child(0).nodeSize);
      return laidOut(whole.type.create({ ...whole.attrs, returns: { levels: [], words: "", to } }, content));
    };
    const footer = async (to: ReturnRule["to"], list = true) => {
      const layout = await page(to, list);
      const { links } = drawPage(layout, 1);
      return [lines(layout, 1).map(({ text }) => text)[2], links[2]?.target];
    };
    expect(await footer("top")).toEqual(["Back to top", { kind: "top" }]);
    expect(await footer("contents")).toEqual(["Contents", { kind: "destination", id: "toc0000001" }]);
    const typed = await page(undefined, false);
    expect(drawPage(typed, 1).links).toHaveLength(2);
  });

  test.each([
    ["Ελληνικά", { shaped: false, rtl: false }],
    ["دليل المنارة", { shaped: true, rtl: true }],
    ["מדריך", { rtl: true }],
    ["灯台手册", { font: "han-400" }],
  ])("are set in fonts that have their letters: %s", async (title, drawn) => {
    const [first] = lines(await laidOut(doc(title)), 1);
    expect(first).toMatchObject({ ...drawn, missing: false });
    expect(first!.x).toBeCloseTo(LEFT, 1);
  });

  test("are cut short where they are too long, none over another", async () => {
    const layout = await laidOut(doc("A title that goes on and on ".repeat(20)));
    const [title, section] = lines(layout, 1);
    expect(title!.text).toMatch(/…$/);
    expect(title!.x + title!.width).toBeLessThan(section!.x);
  });

  test("are left out on the first page where that is asked for", async () => {
    const sheet = { ...FIRST_SHEET, page: { ...rule, onFirst: false } };
    const own = doc("A manual");
    const layout = await laidOut(own.type.create({ ...own.attrs, styles: sheet }, own.content));
    expect(lines(layout, 0)).toEqual([]);
    expect(lines(layout, 1).length).toBeGreaterThan(3);
  });
});
