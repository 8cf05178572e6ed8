import { expect, test } from "@jest/globals";
import { list } from "#tests/editing";
import { schema } from "@/core/document";
import { heapDecorations } from "./heap-decorations";

const heading = (text: string) => schema.nodes.heading.create({ level: 1 }, schema.text(text));

test("a heap of marks on one letter is drawn in pieces that hold all of it", () => {
  const signs = heapDecorations(heading(`Zo${"\u0301".repeat(20_000)}n`));
  expect(signs[0]!.from).toBe(3);
  expect(signs.at(-1)!.to).toBe(20_003);
  signs.slice(1).forEach(({ from }, i) => expect(from).toBe(signs[i]!.to));
  expect(Math.max(...signs.map(({ from, to }) => to - from))).toBeLessThanOrEqual(64);
});

test("words with the marks that languages need are drawn whole", () => {
  for (const text of ["Ngôn ngữ", "e\u0301\u0323\u0308", "שָׁלוֹם", "x".repeat(500)])
    expect(heapDecorations(heading(text))).toEqual([]);
});

test("a heap deep in a list is found where it stands", () => {
  const items = list("a", `b${"\u0308".repeat(40)}`);
  const [sign] = heapDecorations(items);
  expect(items.textBetween(sign!.from - 1, sign!.to - 1)).toBe("\u0308".repeat(40));
});
