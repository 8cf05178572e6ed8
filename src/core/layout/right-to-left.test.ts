import { describe, expect, test } from "@jest/globals";
import { laidOut } from "#tests/page-fonts";
import { FIRST_SETUP } from "@/core/document";
import { readFile as readDocument } from "@/core/formats";
import { drawPage, type DrawnItem, type DrawnWords } from ".";

const { margins, width } = FIRST_SETUP;
const [LEFT, RIGHT] = [margins.left, width - margins.right];

const ARABIC = `---
lang: ar
---

كل صباح (مرتين) دائما

- فتيل

The keeper writes in English here.

> قول قديم

| الشهر | الزيت |
|---|---|
| مارس | قليل |
`;

async function itemsOf(text: string): Promise<readonly DrawnItem[]> {
  const read = readDocument("a.md", new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.error.reason);
  return drawPage(await laidOut(read.manuscript.doc), 0).items;
}

const wordsIn = (items: readonly DrawnItem[]) =>
  items.filter((item): item is DrawnWords => item.kind === "words");

describe("pages that are read from the right", () => {
  const placed = async () => {
    const items = await itemsOf(ARABIC);
    const all = wordsIn(items);
    const find = (text: string) => all.find((one) => one.text.includes(text))!;
    return { items, all, find };
  };

  test("have signs of lists, bars of quotations and first columns at the right", async () => {
    const { items, find } = await placed();
    const bullet = find("•");
    expect(bullet.x).toBeGreaterThan(find("فتيل").x + find("فتيل").width - 0.1);
    expect(bullet.x + bullet.width).toBeLessThanOrEqual(RIGHT);
    const bar = items.find((item) => item.kind === "fill" && item.width === 2);
    expect(bar).toMatchObject({ x: expect.closeTo(RIGHT - 2, 1) });
    expect(find("الشهر").x).toBeGreaterThan(find("الزيت").x);
  });

  test("have pictures on the side on which they were placed", async () => {
    const pixel = "data:image/gif;base64,R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7";
    const figure = (side: string) =>
      `<figure data-width="30" data-place="${side}"><img src="${pixel}" alt="قمر"></figure>`;
    const placedAt = async (side: string) => {
      const items = await itemsOf(`---\nlang: ar\n---\n\nنص\n\n${figure(side)}\n`);
      const frames = items.filter((item) => item.kind === "picture" || item.kind === "stroke");
      return frames[0]!;
    };
    const [left, right] = [await placedAt("left"), await placedAt("right")];
    const at = (item: DrawnItem) => ("x" in item ? item.x : Number.NaN);
    expect(at(left)).toBeCloseTo(LEFT, 0);
    expect(at(right)).toBeGreaterThan((LEFT + RIGHT) / 2);
  });

  test("let a block of another direction stand where that begins", async () => {
    const { find } = await placed();
    expect(find("keeper").x).toBeCloseTo(LEFT, 0);
  });

  test("turn brackets round, and keep them beside what they enclose", async () => {
    const { all, find } = await placed();
    const enclosed = find("مرتين");
    const [closing, opening] = ["(", ")"].map((sign) => all.find(({ text }) => text.includes(sign))!);
    // Read from the right the bracket that opens stands at the right of the words, and bulges to the right.
    expect(opening!.x).toBeGreaterThanOrEqual(enclosed.x + enclosed.width - 0.1);
    expect(closing!.x).toBeLessThan(enclosed.x);
  });
});
