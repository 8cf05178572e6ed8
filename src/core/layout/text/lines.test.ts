import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { FontTable } from "../fonts/font-table";
import { Resources } from "../resources";
import { bestLines, fillLines } from "./fit-lines";
import { widthOf } from "./measure";
import { breakPlaces } from "./places-to-break";
import { setText, type SetLine, type Setting } from "./set-text";
import { plainSource, type TextSource } from "./text-source";
import { plainStyle } from "./text-style";
import { runs } from "#tests/runs";

/** A font in which every sign of ASCII is half an em wide, and `AV` is kerned by a tenth. */
const HALF = new FontTable({
  name: "Half",
  unitsPerEm: 1_000,
  ascent: 800,
  descent: -200,
  codes: [0x20, 95, 0xad, 1],
  advances: [500, 97],
  ligatures: [["fi", 900]],
  kerning: {
    rows: [0, 33, 1, 1, 0, 63],
    columns: [0, 54, 1, 1, 0, 42],
    width: 2,
    values: [0, 3, -100, 1],
  },
});
const resources = new Resources();
resources.giveFont("serif-400", HALF);
const STYLE = plainStyle("serif-400", 10, "#000000");
/** Ten points a letter pair: 100 points hold twenty signs. */
const SETTING: Setting = { measure: 100, align: "left", size: 10, leading: 1.2, hyphenate: null };
const set = (text: string, more: Partial<Setting> = {}) =>
  setText(plainSource(text, STYLE), { ...SETTING, ...more }, resources);
const wordsOf = ({ source, lines }: { source: TextSource; lines: readonly SetLine[] }) =>
  lines.map(({ from, to, hyphen }) => source.text.slice(from, to) + (hyphen ? "-" : ""));
/** Divides after every second letter. */
const everySecond = (word: string) => word.replace(/(..)(?=.)/g, "$1\u00ad");

describe("the metrics of a font", () => {
  test("tell the width of words with kerning and ligatures, and what it does not have", () => {
    expect(HALF.widthOf("ab")).toBe(1);
    expect(HALF.widthOf("AV")).toBeCloseTo(0.9);
    expect(HALF.widthOf("VA")).toBe(1);
    expect(HALF.widthOf("fin")).toBe(1);
    expect(HALF.widthOf("ü")).toBe(-1);
    expect(HALF.has(0x41)).toBe(true);
    expect(HALF.has(0x4e00)).toBe(false);
    const walked: [number, number, number][] = [];
    HALF.walk("xfi", (from, to, ligature) => walked.push([from, to, ligature]));
    expect(walked).toEqual([
      [0, 1, 0],
      [1, 3, 900],
    ]);
  });

  test("tell the same width of any word as its glyphs one after the other, wherever it stands in a text", () =>
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(..."AVfi xyü\u0301-") }),
        fc.string({ unit: fc.constantFrom(..."AVfi") }),
        (word, before) => {
          let units = 0;
          let whole = !word.includes("\u0301");
          HALF.walk(word, (_from, _to, _ligature, advance, kern) => {
            if (advance < 0) whole = false;
            units += advance + kern;
          });
          expect(HALF.widthOf(word)).toBeCloseTo(whole ? units / 1_000 : -1);
          expect(HALF.unitsIn(before + word + before, before.length, before.length + word.length)).toBe(
            whole ? units : -1,
          );
        },
      ),
      { numRuns: runs(500) },
    ));

  test("that are damaged are refused", () => {
    const damaged = {
      name: "Bad",
      unitsPerEm: 1_000,
      ascent: 1,
      descent: 0,
      codes: [32, 2],
      advances: [500, 2],
      ligatures: [],
      kerning: { rows: [0, 1], columns: [0, 1], width: 1, values: [0, 1] },
    };
    expect(() => new FontTable(damaged)).toThrow("the table of Bad is damaged");
  });
});

describe("lines", () => {
  test.each<[string, string, string[]]>([
    ["one that fits", "a short line", ["a short line"]],
    ["none", "", [""]],
    ["words that just fit", `${"x".repeat(20)} y`, ["x".repeat(20), "y"]],
    ["breaks between words", "one two three four five six", ["one two three four", "five six"]],
    ["line ends of one's own", "one\ntwo", ["one", "two"]],
    ["a line end at the end", "one\n", ["one", ""]],
    ["several spaces", "one   two", ["one   two"]],
    ["breaks after hyphens and dashes", "well-known-and-long—but fine", ["well-known-and-long—", "but fine"]],
    ["a word wider than the line", "x".repeat(45), ["x".repeat(20), "x".repeat(20), "x".repeat(5)]],
    ["no break before a closing sign", `${"x".repeat(18)} (a) b`, ["x".repeat(18), "(a) b"]],
    [
      "no break at a space that keeps",
      `${"x".repeat(15)} a\u00a0b\u00a0c\u00a0d`,
      ["x".repeat(15), "a\u00a0b\u00a0c\u00a0d"],
    ],
  ])("%s", (_what, text, lines) => expect(wordsOf(set(text))).toEqual(lines));

  test("keep a room free at the end of generated ones", () => {
    expect(wordsOf(set("one two three four five", { reserve: 30 }))).toEqual(["one two three", "four five"]);
  });

  test("of code keep their spaces and go on where they are too long", () => {
    expect(wordsOf(set(`  a  b\n\n${"y".repeat(25)}`, { code: true }))).toEqual([
      "  a  b",
      "",
      "y".repeat(20),
      "y".repeat(5),
    ]);
  });

  test("divide a word only where a hole would be left", () => {
    const text = "abcdefghijkl mnopqrstuvwx yz";
    expect(wordsOf(set(text))).toEqual(["abcdefghijkl", "mnopqrstuvwx yz"]);
    expect(wordsOf(set(text, { hyphenate: everySecond }))[0]).toMatch(/^abcdefghijkl m\w+-$/);
    // Nineteen of twenty signs are no hole.
    expect(wordsOf(set("abcdefghijklmnopqrs tuvwxy", { hyphenate: everySecond }))[0]).toBe(
      "abcdefghijklmnopqrs",
    );
  });

  test("end with a hyphen where their author lets a word be divided, and only there are signs seen that have no width", () => {
    const text = "abcdef\u00adghijkl\u00admnopqr\u00adstuvwx";
    const short = set(`${text} ab`);
    expect(wordsOf(short)).toEqual(["abcdef\u00adghijkl\u00admnopqr\u00ad-", "stuvwx ab"]);
    expect(short.lines[0]!.width).toBe(95);
    expect(short.missing).toEqual([]);
    // With room for the letters, but not for the hyphen.
    expect(wordsOf(set("abcdefghijklmnop\u00adqrst\u00aduvw"))).toEqual([
      "abcdefghijklmnop\u00ad-",
      "qrst\u00aduvw",
    ]);
    expect(wordsOf(set("ab\u00ad abcdefghijklmnopqr"))).toEqual(["ab\u00ad", "abcdefghijklmnopqr"]);
    expect(HALF.widthOf("a\u200bb\u2060\u00ad\ufeff")).toBe(1);
    const justified = set(`aa bbb cc ddd ${text} ab`, { align: "justify" });
    for (const { width } of justified.lines) expect(width).toBeLessThanOrEqual(100);
  });

  test("do not divide words in capitals, short words, or by less than two letters and three", () => {
    for (const word of ["OBSERVATORY", "abcd"])
      expect(wordsOf(set(`${"x".repeat(13)} ${word} y`, { hyphenate: everySecond })).join("")).not.toContain(
        "-",
      );
    const [first] = wordsOf(
      set(`${"x".repeat(10)} abcdefghijk`, { hyphenate: (word) => [...word].join("\u00ad") }),
    );
    expect(first).toMatch(/^x{10} abcdefgh-$/);
  });

  test("with straight edges hold their spaces within bounds, or divide words to do so", () => {
    const text = "observe the dome and close it when clouds come over the hill at night ".repeat(4).trim();
    const { lines } = set(text, { align: "justify", hyphenate: everySecond });
    for (const { width, spaces, last } of lines.slice(0, -1)) {
      expect(last).toBe(false);
      const stretch = (100 - width) / spaces / 5;
      expect(stretch).toBeGreaterThan(-0.31);
      expect(stretch).toBeLessThanOrEqual(1);
    }
    expect(lines.at(-1)!.last).toBe(true);
  });

  test("are as high as their largest words, which stand on one base line", () => {
    const source: TextSource = {
      text: "small large",
      spans: [
        { from: 0, to: 6, style: STYLE, pos: 1 },
        { from: 6, to: 11, style: { ...STYLE, size: 20 }, pos: 7 },
      ],
    };
    const [line] = setText(source, { ...SETTING, measure: 300 }, resources).lines;
    expect(line!.height).toBe(24);
    expect(line!.baseline).toBe(18);
    expect(set("small").lines[0]).toMatchObject({ height: 12, baseline: 9 });
  });

  test("say by most of their letters in which direction they are read", () => {
    expect(set("12 שלום").rtl).toBe(true);
    expect(set("a שלום").rtl).toBe(true);
    expect(set("hello של").rtl).toBe(false);
  });

  test("of whatever text hold every sign once and in order, and are no wider than they may be", () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom("ab", "c", "defghijk", "l-m", " ", "  ", "\n", "n".repeat(30), "AV", "fi"), {
          maxLength: 40,
        }),
        fc.constantFrom<Setting["align"]>("left", "justify", "right"),
        fc.boolean(),
        (parts, align, divided) => {
          const text = parts.join("");
          const { lines } = set(text, { align, hyphenate: divided ? everySecond : null });
          let at = 0;
          for (const { from, to, width, spaces, last } of lines) {
            expect(text.slice(at, from)).toMatch(/^\s*$/);
            expect(to).toBeGreaterThanOrEqual(from);
            expect(width - (align === "justify" && !last ? spaces * 5 * 0.3 : 0)).toBeLessThanOrEqual(
              100.6 + (spaces > 0 && align === "justify" ? spaces * 5 * 0.3 : 0),
            );
            at = to;
          }
          expect(text.slice(at)).toMatch(/^\s*$/);
        },
      ),
      { numRuns: runs(400) },
    ));
});

test("places at which a line may end know the width of all that is before them, over words of several looks", () =>
  fc.assert(
    fc.property(
      fc.array(fc.string({ unit: fc.constantFrom(..."ab AV\n\t-fi"), maxLength: 12 }), {
        minLength: 1,
        maxLength: 5,
      }),
      (parts) => {
        const text = parts.join("");
        let at = 0;
        const spans = parts.map((part, i) => {
          const from = at;
          at += part.length;
          return { from, to: at, pos: from, style: { ...STYLE, size: 10 + i } };
        });
        const places = breakPlaces({ text, spans }, resources, null);
        // Words one after the other, each in its spans; a line end has no width.
        const widthTo = (offset: number) => {
          let width = 0;
          for (const span of spans)
            for (const word of text
              .slice(span.from, Math.max(span.from, Math.min(span.to, offset)))
              .split(/(\s)/))
              if (word !== "\n") width += widthOf(word, span, resources);
          return width;
        };
        expect(places.from[places.count - 1]).toBe(text.length);
        for (let i = 0; i < places.count; i++) {
          // A word that goes on after the place may be kerned there.
          if (i + 1 < places.count && places.from[i] === places.to[i]) continue;
          expect(places.end[i]).toBeCloseTo(widthTo(places.to[i]!));
          expect(places.next[i]).toBeCloseTo(widthTo(places.from[i]!));
          expect(places.forced[i] === 1).toBe(
            text[places.from[i]! - 1] === "\n" && places.from[i]! > places.to[i]!,
          );
          expect(places.spacesNext[i]).toBe((text.slice(0, places.from[i]).match(/[ \t]/g) ?? []).length);
        }
      },
    ),
    { numRuns: runs(1_000) },
  ));

test("the best lines are never worse than those that are filled one after the other", () => {
  const looseness = (ends: readonly number[] | null, places: ReturnType<typeof breakPlaces>) => {
    if (!ends) return Infinity;
    let worst = 0;
    ends.slice(0, -1).forEach((end, i) => {
      const from = i === 0 ? 0 : places.next[ends[i - 1]!]!;
      const spaces = places.spacesEnd[end]! - (i === 0 ? 0 : places.spacesNext[ends[i - 1]!]!);
      worst = Math.max(worst, spaces > 0 ? (100 - (places.end[end]! - from)) / spaces : 0);
    });
    return worst;
  };
  for (let seed = 1; seed < 40; seed++) {
    const text = Array.from({ length: 40 }, (_, i) => "x".repeat(1 + ((i * seed * 7) % 6))).join(" ");
    const places = breakPlaces(plainSource(text, STYLE), resources, null);
    const filled = looseness(fillLines(places, 100, 1, null), places);
    const best = looseness(bestLines(places, 100, 5, 8), places);
    expect(best).toBeLessThanOrEqual(filled + 0.001);
  }
});

test("what is not there is stood in for, asked for once, and no more when it has come", () => {
  const empty = new Resources();
  expect(empty.font("serif-400")).toBeNull();
  expect(empty.font("serif-400")).toBeNull();
  expect(empty.hyphenation("de")).toBeNull();
  expect(empty.picture("a.png")).toBeNull();
  expect(empty.equation("x", true)).toBeNull();
  expect(empty.shaper("arabic-400")).toBeNull();
  expect(empty.wanted.map(({ kind }) => kind)).toEqual(["font", "hyphens", "picture", "equations", "shaper"]);
  expect(empty.misses).toBe(6);
  empty.giveFont("serif-400", HALF);
  empty.giveHyphens("de", null);
  empty.givePicture("a.png", null);
  let drawn = 0;
  empty.giveEquations((tex) => {
    drawn++;
    if (tex === "\\bad") throw new RangeError("no");
    return { width: 1, height: 1, depth: 0, shapes: [] };
  });
  for (let i = 0; i < 2; i++) {
    expect(empty.equation("\\bad", true)).toBe("faulty");
    expect(empty.equation("x", true)).toMatchObject({ width: 1 });
  }
  // Neither an equation nor its fault is worked out twice.
  expect(drawn).toBe(2);
  expect(empty.font("serif-400")).toBe(HALF);
  expect(empty.hyphenation("de")).toBeNull();
  expect(empty.wanted.map(({ kind }) => kind)).toEqual(["shaper"]);
});
