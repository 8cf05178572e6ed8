import { describe, expect, test } from "@jest/globals";
import { type Node } from "prosemirror-model";
import { paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { createDocument, FIRST_SHEET, schema, newId } from "@/core/document";
import { drawPage } from ".";
import { LEFT, RIGHT, markdown, words, find, first, fill } from "#tests/drawn-pages";

const { nodes } = schema;

describe("tables", () => {
  const cell = (text: string, attrs: object = {}) => nodes.table_cell.create(attrs, paragraph(text));
  const table = (...rows: Node[][]) =>
    nodes.table.create({ id: "tab0000001" }, [
      nodes.table_caption.create(null, schema.text("About it")),
      nodes.table_grid.create(
        null,
        rows.map((cells) => nodes.table_row.create(null, cells)),
      ),
    ]);

  test("keep their caption with their first rows", async () => {
    for (let before = 24; before < 34; before++) {
      const layout = await laidOut(createDocument([...fill(before), table([cell("alpha")], [cell("beta")])]));
      const pageOf = (text: string) =>
        layout.pages.findIndex((_, page) =>
          words(drawPage(layout, page)).some((item) => item.text.includes(text)),
        );
      expect(pageOf("About it")).toBe(pageOf("alpha"));
    }
  });

  test("keep rows together over which a cell goes", async () => {
    const merged = table(
      [cell("tall", { rowspan: 3 }), cell("one")],
      [cell("two")],
      [cell("three")],
      [cell("free"), cell("last")],
    );
    for (let before = 20; before < 34; before++) {
      const layout = await laidOut(createDocument([...fill(before), merged]));
      const pages = ["tall", "one", "two", "three"].map((text) =>
        layout.pages.findIndex((_, page) => words(drawPage(layout, page)).some((item) => item.text === text)),
      );
      expect(new Set(pages).size).toBe(1);
    }
  });

  test("give columns the room that their words need, and chosen widths their proportion", async () => {
    const page = await first(
      createDocument([
        table(
          [cell("short"), cell("many more words than in the other column of it ".repeat(3))],
          [cell("b"), cell("c")],
        ),
      ]),
    );
    expect(find(page, "many").x - LEFT).toBeLessThan((RIGHT - LEFT) / 3);
    expect(find(page, "c").x).toBeCloseTo(find(page, "many").x);
    const chosen = await first(
      createDocument([table([cell("x", { colwidth: [300] }), cell("y", { colwidth: [100] })])]),
    );
    expect((find(chosen, "y").x - LEFT) / (RIGHT - LEFT)).toBeCloseTo(0.75, 1);
  });

  test("of more columns than there is room for stay within the page", async () => {
    const page = await first(
      createDocument([table(Array.from({ length: 40 }, (_, i) => cell(`column${i}`)))]),
    );
    for (const item of words(page)) expect(item.x).toBeLessThan(RIGHT);
  });

  test("tell what heads what", async () => {
    const page = await first(markdown("| Name | Sign |\n| --- | --- |\n| alpha | beta |\n"));
    expect(find(page, "Name").tag).toMatchObject({ role: "P", parent: { role: "TH", scope: "Column" } });
    expect(find(page, "beta").tag).toMatchObject({ parent: { role: "TD", parent: { role: "TR" } } });
  });
});

describe("figures", () => {
  const picture = `${"a".repeat(64)}.png`;
  const figure = (attrs: object, caption = "The dome") =>
    nodes.figure.create({ picture, id: "fig0000001", ...attrs }, caption ? schema.text(caption) : []);

  test("stand in the width and at the side that was chosen, their caption below", async () => {
    for (const [attrs, wide, x] of [
      [{}, 300, (LEFT + RIGHT - 300) / 2],
      [{ width: 50 }, (RIGHT - LEFT) / 2, LEFT + (RIGHT - LEFT) / 4],
      [{ width: 50, place: "left" }, (RIGHT - LEFT) / 2, LEFT],
      [{ width: 50, place: "right" }, (RIGHT - LEFT) / 2, LEFT + (RIGHT - LEFT) / 2],
    ] as const) {
      const page = await first(createDocument([figure(attrs)]));
      const [drawn] = page.items.filter((item) => item.kind === "picture");
      expect(drawn!.width).toBeCloseTo(wide, 1);
      expect(drawn!.x).toBeCloseTo(x, 1);
      expect(drawn!.height / drawn!.width).toBeCloseTo(0.75);
      expect(find(page, "The dome").y).toBeGreaterThan(drawn!.y + drawn!.height);
    }
  });

  test("never leave their caption behind", async () => {
    for (let before = 10; before < 26; before++) {
      const layout = await laidOut(createDocument([...fill(before), figure({})]));
      layout.pages.forEach((_, number) => {
        const page = drawPage(layout, number);
        const shown = page.items.some((item) => item.kind === "picture");
        expect(words(page).some(({ text }) => text.includes("The dome"))).toBe(shown);
      });
    }
  });

  test("without a picture show their words in a frame", async () => {
    const page = await first(createDocument([figure({ picture: "", alt: "A dome at night" })]));
    expect(find(page, "A dome at night").tag).toMatchObject({ role: "Figure", alt: "A dome at night" });
    expect(page.items.filter((item) => item.kind === "stroke" && item.dotted)).toHaveLength(4);
  });
});

describe("pictures in lines", () => {
  const icon = (carried: object = {}) =>
    nodes.picture.create({ picture: `${"b".repeat(64)}.png`, alt: "Key", ...carried });
  const drawn = async (
    content: Parameters<typeof nodes.paragraph.create>[1],
    size = { width: 32, height: 16 },
  ) => {
    const layout = await laidOut(createDocument([nodes.paragraph.create(null, content)]), { picture: size });
    return drawPage(layout, 0);
  };

  test("stand between the words, on their line, as large as is asked for", async () => {
    const page = await drawn([schema.text("Press "), icon({ height: 200 }), schema.text(" now")]);
    const [picture] = page.items.filter((item) => item.kind === "picture");
    const { size } = FIRST_SHEET.styles.body;
    expect(picture!.height).toBeCloseTo(2 * size);
    expect(picture!.width).toBeCloseTo(4 * size);
    expect(picture!.x).toBeGreaterThan(find(page, "Press").x);
    expect(find(page, "now").x).toBeGreaterThanOrEqual(picture!.x + picture!.width - 0.01);
    const bottom = picture!.y + picture!.height;
    expect(bottom).toBeGreaterThan(find(page, "now").y);
    expect(bottom).toBeLessThan(find(page, "now").y + size / 2);
    expect(picture!.tag).toMatchObject({ role: "Figure", alt: "Key", parent: { role: "P" } });
  });

  test("never leave the text, and words go on in the next line", async () => {
    const wide = icon({ picture: `${"c".repeat(64)}.png` });
    const page = await drawn([wide, schema.text(" behind")], { width: 4_000, height: 1_000 });
    const [picture] = page.items.filter((item) => item.kind === "picture");
    expect(picture!.x + picture!.width).toBeLessThanOrEqual(RIGHT + 0.01);
    expect(find(page, "behind").y).toBeGreaterThan(picture!.y + picture!.height);
    const tall = await drawn([icon({ picture: `${"d".repeat(64)}.png` })], { width: 10, height: 9_000 });
    const [high] = tall.items.filter((item) => item.kind === "picture");
    expect(high!.height).toBe(400);
  });

  test("that are missing have room for all their words, however many, and never more than a page", async () => {
    const missing = (alt: string) => nodes.figure.create({ id: newId(), picture: "", alt });
    const words = (count: number) => "a lamp beside the dome ".repeat(count);
    const layout = await laidOut(
      createDocument([missing("short"), missing(words(60)), missing(words(3_000))]),
    );
    const frames = layout.flows.map(({ strips }) => strips[0]!);
    for (const { height, content } of frames) {
      if (content.kind !== "picture") throw new Error("no picture");
      const lines = content.words!.lines.reduce((sum, line) => sum + line.height, 0);
      expect(lines).toBeLessThan(height);
      expect(height).toBeLessThan(700);
    }
    expect(frames[0]!.height).toBe(72);
    expect(frames[1]!.height).toBeGreaterThan(150);
  });

  test("that are missing are told of in words; decorations are no part of what is read", async () => {
    const page = await drawn([schema.text("Press "), icon({ picture: "" }), icon({ decorative: true })]);
    expect(find(page, "[Key]").x).toBeGreaterThan(find(page, "Press").x);
    expect(page.items.filter((item) => item.kind === "picture").map(({ tag }) => tag)).toEqual([null]);
  });
});
