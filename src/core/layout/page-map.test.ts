import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { StepMap } from "prosemirror-transform";
import { FontTable } from "./fonts/font-table";
import { bolder, fontKey, insteadOf } from "./fonts/font-key";
import { hyphensOf } from "./loading/hyphens";
import { layOutWith, PageLabels, PageMap, Resources, type LabelRange } from ".";
import { heading, paragraph } from "#tests/editing";
import { builtResources } from "#tests/page-fonts";
import { indexDocument } from "@/core/index";
import { createDocument } from "@/core/document";
import { MoveMap } from "@/core/steps";

/** How many pages in roman numbers before the others. */
const front = (pages: number): LabelRange[] => [
  { page: 0, numerals: "lower-roman", from: 1 },
  { page: pages, numerals: "decimal", from: 1 },
];
const map = (...starts: number[]) => new PageMap(Int32Array.from(starts), []);

describe("where the pages begin", () => {
  test("tells the page of a position", () => {
    const pages = map(0, 100, 100, 250);
    expect([0, 99, 100, 249, 250, 9_999].map((pos) => pages.pageAt(pos))).toEqual([0, 0, 2, 2, 3, 3]);
    expect(pages.labelAt(120)).toBe("3");
    expect(pages.firstAfter(100)).toBe(3);
    expect(map().pageAt(5)).toBe(0);
  });

  test("goes along with changes until pages are laid out again", () => {
    const pages = map(0, 100, 250).mapped([new StepMap([40, 0, 10]), new StepMap([150, 30, 0])]);
    expect([...pages.starts]).toEqual([0, 110, 230]);
    // What stood at the beginning of a page goes on standing there.
    expect([...map(0, 100).mapped([new StepMap([100, 0, 5])]).starts]).toEqual([0, 100]);
  });

  test("goes along as each position would by itself, whatever changed", () => {
    const size = 2_000;
    const plain = fc
      .uniqueArray(fc.tuple(fc.nat(size / 20), fc.nat(9), fc.nat(30)), {
        selector: ([at]) => at,
        maxLength: 4,
      })
      .map((ranges) => {
        const sorted = ranges.sort(([a], [b]) => a - b);
        return new StepMap(sorted.flatMap(([at, gone, come]) => [at * 20, gone, come]));
      });
    const moved = fc
      .tuple(fc.nat(size), fc.nat(300), fc.nat(size))
      .map(([from, length, where]) =>
        where >= from && where <= from + length
          ? new StepMap([])
          : new MoveMap(from, from + length, where < from ? where : where + 1),
      );
    const starts = fc.array(fc.nat(size), { maxLength: 30 }).map((all) => all.sort((a, b) => a - b));
    fc.assert(
      fc.property(starts, fc.array(fc.oneof(plain, plain, moved), { maxLength: 3 }), (at, changes) => {
        const alone = at.map((pos) => changes.reduce((there, change) => change.map(there, -1), pos));
        expect([...map(...at).mapped(changes).starts]).toEqual(alone);
      }),
    );
  });

  test("is the same, or looks the same where it is drawn to scale", () => {
    expect(map(0, 100).equals(map(0, 100))).toBe(true);
    expect(map(0, 100).equals(map(0, 101))).toBe(false);
    expect(map(0, 100).looksLike(map(0, 101), 4_000)).toBe(true);
    expect(map(0, 100).looksLike(map(0, 103), 4_000)).toBe(false);
    expect(map(0, 100).looksLike(map(0, 100, 200), 4_000)).toBe(false);
    expect(map(0, 100).equals(new PageMap(Int32Array.from([0, 100]), front(1)))).toBe(false);
  });
});

test("pages are counted in roman numbers before the first section, and found by what is written on them", () => {
  const labels = new PageLabels(7, front(4));
  expect(Array.from({ length: 7 }, (_, page) => labels.of(page))).toEqual([
    "i",
    "ii",
    "iii",
    "iv",
    "1",
    "2",
    "3",
  ]);
  expect([
    labels.page("IV"),
    labels.page(" 2 "),
    labels.page("v"),
    labels.page("0"),
    labels.page(""),
  ]).toEqual([3, 5, null, null, null]);
});

describe("fonts", () => {
  test.each<[Parameters<typeof fontKey>, string]>([
    [["serif", 400, false], "serif-400"],
    [["serif", 449, true], "serif-400i"],
    [["sans", 200, false], "sans-300"],
    [["mono", 900, true], "mono-800i"],
    [["hebrew", 500, true], "hebrew-400"],
    [["han", 600, false], "han-700"],
    [["signs", 900, true], "signs-400"],
  ])("%j is nearest to %s", (asked, key) => expect(fontKey(...asked)).toBe(key));

  test("bolder words among others weigh what browsers give them", () =>
    expect([200, 300, 400, 500, 600, 900].map(bolder)).toEqual([400, 400, 700, 700, 900, 900]));

  test("that step in are asked in order, in the same weight and slant", () =>
    expect(insteadOf("sans-700i", 0x2603)).toEqual([
      "serif-700i",
      "mono-700i",
      "signs-400",
      "symbols-400",
      "pictographs-400",
      "emoji-400",
      "han-700",
    ]));

  test.each([
    ["한", ["hangul-700", "han-700"]],
    ["漢", ["han-700", "hangul-700"]],
    ["क", ["devanagari-700"]],
    ["ก", ["thai-700"]],
    ["ש", ["hebrew-700"]],
    ["م", ["arabic-700", "serif-700i", "mono-700i"]],
    ["😀", ["emoji-400", "pictographs-400", "symbols-400"]],
    ["ŵ", ["serif-700i", "mono-700i", "signs-400", "han-700"]],
  ])("%s is asked for where its script is", (sign, keys) =>
    expect(insteadOf("sans-700i", sign.codePointAt(0)!)).toEqual(keys),
  );

  test("as they are built have what their languages need", async () => {
    const table = async (key: string) => new FontTable(await builtResources().fontTable(key));
    for (const sign of "Aäßőşžąřŵ€–…„“ΩЖ")
      expect((await table("serif-400")).has(sign.codePointAt(0)!)).toBe(true);
    for (const sign of "שלום") expect((await table("hebrew-700")).has(sign.codePointAt(0)!)).toBe(true);
    for (const sign of "مرحبا") expect((await table("arabic-400")).has(sign.codePointAt(0)!)).toBe(true);
    for (const sign of "山水観한".slice(0, 3))
      expect((await table("han-400")).has(sign.codePointAt(0)!)).toBe(true);
    for (const [key, signs] of [
      ["hangul-400", "한국어"],
      ["devanagari-700", "हिन्दी"],
      ["thai-400", "ภาษาไทย"],
      ["emoji-400", "😀🚀👍"],
      ["symbols-400", "⚓⚕"],
      ["pictographs-400", "☃✂"],
    ] as const)
      for (const sign of signs)
        expect([sign, (await table(key)).has(sign.codePointAt(0)!)]).toEqual([sign, true]);
    const serif = await table("serif-400");
    expect(serif.widthOf("AV")).toBeLessThan(serif.widthOf("A") + serif.widthOf("V"));
    const mono = await table("mono-400");
    expect(mono.widthOf("iii")).toBeCloseTo(mono.widthOf("WWW"));
  });
});

test.each<[string, string, string | null]>([
  ["en", "observatory", "ob\u00adser\u00adva\u00adto\u00adry"],
  ["en-US", "observatory", "ob\u00adser\u00adva\u00adto\u00adry"],
  ["de", "Sternwarte", "Stern\u00adwar\u00adte"],
  ["fr-CA", "observatoire", "ob\u00adser\u00adva\u00adtoire"],
  ["tlh", "anything", null],
])("words are divided as in %s", async (language, word, divided) => {
  const hyphenate = await hyphensOf(language);
  expect(hyphenate ? hyphenate(word) : null).toBe(divided);
});

describe("laying out with what is fetched", () => {
  const index = indexDocument(createDocument([heading(1, "One"), paragraph("words שלום مرحبا 山")]));

  test("asks for what it lacks until all is there, and for nothing twice", async () => {
    const asked: string[] = [];
    const source = builtResources();
    const layout = await layOutWith(index, new Resources(), {
      ...source,
      fontTable: (key) => (asked.push(key), source.fontTable(key)),
    });
    expect(layout?.complete).toBe(true);
    expect(new Set(asked).size).toBe(asked.length);
    expect(asked).toEqual(
      expect.arrayContaining(["serif-400", "serif-600", "hebrew-400", "arabic-400", "han-400"]),
    );
  });

  test("ends where there is a later version, and fails where fonts cannot be had", async () => {
    expect(await layOutWith(index, new Resources(), builtResources(), { stale: () => true })).toBeNull();
    const gone = { ...builtResources(), fontTable: () => Promise.reject(new Error("no fonts here")) };
    await expect(layOutWith(index, new Resources(), gone)).rejects.toThrow("no fonts here");
  });
});
