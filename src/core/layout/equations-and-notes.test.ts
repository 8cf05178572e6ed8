import { expect, test } from "@jest/globals";

import { laidOut } from "#tests/page-fonts";
import { createDocument, FIRST_SHEET, schema } from "@/core/document";
import { drawPage } from ".";
import { LEFT, RIGHT, words, find, first } from "#tests/drawn-pages";

const { nodes } = schema;

test("equations are drawn with their number at the right, and made smaller where they are too wide", async () => {
  const equation = (tex: string) => nodes.equation.create({ tex, id: `eq${tex.length}`.padEnd(10, "0") });
  const page = await first(
    createDocument([
      equation("a^2 + b^2 = c^2"),
      equation(Array.from({ length: 90 }, (_, i) => `x_{${i}}`).join("+")),
    ]),
  );
  const [small, wide] = page.items.filter((item) => item.kind === "shapes");
  expect(small!.size).toBe(FIRST_SHEET.styles.body.size);
  expect(wide!.size).toBeLessThan(small!.size);
  expect(wide!.x).toBeGreaterThanOrEqual(LEFT - 0.01);
  expect(wide!.x + wide!.outlines.width * wide!.size).toBeLessThanOrEqual(RIGHT + 0.01);
  const number = find(page, "(1)");
  expect(number.x + number.width).toBeCloseTo(RIGHT, 0);
  expect(number.y).toBeCloseTo(small!.y, 0);
});

test("an equation with a fault stands as it was typed, in a line and in its own", async () => {
  const formula = nodes.formula.create({ tex: "\\frac{a" });
  const page = await first(
    createDocument([
      nodes.paragraph.create(null, [schema.text("before "), formula, schema.text(" after")]),
      nodes.equation.create({ tex: "\\oops{", id: "eq00000001" }),
    ]),
  );
  expect(find(page, "\\frac{a").font).toMatch(/^mono/);
  expect(find(page, "after").x).toBeGreaterThan(
    find(page, "\\frac{a").x + find(page, "\\frac{a").width - 0.01,
  );
  expect(find(page, "\\oops{")).toBeDefined();
});

test("endnotes stand after the text, each under its sign", async () => {
  const note = (text: string) =>
    nodes.note.create({ id: `n${text}`.padEnd(10, "0"), place: "end" }, schema.text(text));
  const doc = createDocument([
    nodes.paragraph.create(null, [schema.text("first"), note("alpha")]),
    nodes.paragraph.create(null, [schema.text("second"), note("beta")]),
  ]);
  const page = await first(doc);
  const order = words(page).map(({ text }) => text.trim());
  expect(order.join(" ")).toMatch(/first i second ii i alpha ii beta/);
  expect(page.links.map(({ target }) => target.kind)).toEqual(["note", "note"]);
});

test("words in another language are divided by its rules, and told of as such", async () => {
  const language = (tag: string) => schema.marks.language.create({ language: tag });
  const word = "Donaudampfschifffahrtsgesellschaftskapitän";
  const narrow = (mark: boolean) =>
    createDocument(
      [nodes.paragraph.create(null, schema.text(`${word} `.repeat(12), mark ? [language("de")] : []))],
      { language: "en" },
    );
  const ends = async (mark: boolean) => {
    const page = drawPage(await laidOut(narrow(mark)), 0);
    return words(page).map(({ text }) => text);
  };
  expect(await ends(true)).not.toEqual(await ends(false));
  const page = drawPage(await laidOut(narrow(true)), 0);
  expect(words(page)[0]!.tag).toMatchObject({ role: "Span", language: "de", parent: { role: "P" } });
});
