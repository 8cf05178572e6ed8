import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { heading, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { occurrencesOf, replacementFor, SoughtError, stretchesIn, type Sought } from ".";

const PLAIN: Sought = { words: "", how: "words", matchCase: false, accents: false, wholeWords: false };

/** What is found in a line of text, as words. */
function found(line: string, words: string, how: Partial<Sought> = {}): string[] {
  const stretches = stretchesIn([line], { ...PLAIN, words, ...how });
  return Array.from({ length: stretches.length / 3 }, (_, i) =>
    line.slice(stretches[3 * i + 1], stretches[3 * i + 2]),
  );
}

describe("words as they are typed", () => {
  test("are found without regard to capitals, accents, kinds of space and quotation mark", () => {
    expect(found("Élan, e\u0301lan, ÉLAN, elan", "elan")).toEqual(["Élan", "e\u0301lan", "ÉLAN", "elan"]);
    expect(found("the night’s\u00a0log", "night's log")).toEqual(["night’s\u00a0log"]);
    expect(found("İstanbul istanbul", "istanbul")).toEqual(["İstanbul", "istanbul"]);
  });

  test("are found with regard to them where that is asked; put together from parts or not is the same", () => {
    expect(found("Élan e\u0301lan elan", "élan", { accents: true })).toEqual(["Élan", "e\u0301lan"]);
    expect(found("Élan élan", "élan", { accents: true, matchCase: true })).toEqual(["élan"]);
    expect(found("lamp lamps lamp_1 (lamp)", "lamp", { wholeWords: true })).toEqual(["lamp", "lamp"]);
  });

  test("signs of patterns are themselves", () => {
    expect(found("a*b? (a*b?) aXbc", "a*b?")).toEqual(["a*b?", "a*b?"]);
  });

  test("are where a plain search finds them, whatever the text", () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom("a", "b", "A", "é", "e\u0301", " ") }), (line) => {
        for (const words of ["a", "ab", "aa", "é"]) {
          const hits = found(line, words, { accents: true, matchCase: true });
          for (const hit of hits) expect(hit.normalize("NFD")).toBe(words.normalize("NFD"));
          expect(hits).toHaveLength(line.normalize("NFD").split(words.normalize("NFD")).length - 1);
        }
      }),
    );
  });
});

describe("words with wildcards", () => {
  const wild = (line: string, words: string, how: Partial<Sought> = {}) =>
    found(line, words, { how: "wildcards", ...how });

  test("a star stands for any words in between, as few as there can be", () => {
    expect(wild("open the box, open the dome, close the dome", "open*dome")).toEqual(["open the dome"]);
    expect(wild("one two three one two", "one*two")).toEqual(["one two", "one two"]);
    expect(wild("a b c", "a*b*c")).toEqual(["a b c"]);
    expect(wild("a b", "b*a")).toEqual([]);
    expect(wild("a b", "*a*")).toEqual(["a"]);
  });

  test("a question mark stands for one letter; a stroke before makes them themselves", () => {
    expect(wild("gray grey gr.y gry", "gr?y")).toEqual(["gray", "grey"]);
    expect(wild("why? why!", "why\\?")).toEqual(["why?"]);
    expect(wild("5*3 5x3", "5\\*3")).toEqual(["5*3"]);
    expect(wild("lamps lamp", "l?mp", { wholeWords: true })).toEqual(["lamp"]);
    expect(wild("anything", "*")).toEqual([]);
  });

  test("take no longer for hostile text than some looks through it", () => {
    const line = "a".repeat(100_000);
    expect(wild(line, "a*a*a*a*a*a*a*b")).toEqual([]);
  });

  test.each([
    ["letters that could be any", "a?".repeat(400) + "b", {}],
    ["whole words", "a*".repeat(400) + "b", { wholeWords: true }],
    ["accents", "?*".repeat(400) + "c", { accents: true }],
  ])("never look twice at what they passed over: %s", (_what, words, how) => {
    const line = "a".repeat(400_000);
    // Looking from each place again would take minutes.
    expect(wild(line, words, how)).toEqual([]);
  });
});

describe("regular expressions", () => {
  test("are found as they are written; empty finds are none", () => {
    const expression = (line: string, words: string, how: Partial<Sought> = {}) =>
      found(line, words, { how: "expression", ...how });
    expect(expression("page 12, page 7", "\\d+")).toEqual(["12", "7"]);
    expect(expression("Lamp lamp", "l.mp", { matchCase: true })).toEqual(["lamp"]);
    expect(expression("abc", "x*")).toEqual([]);
  });

  test("that are none say what is wrong", () => {
    expect(() => found("a", "(a", { how: "expression" })).toThrow(SoughtError);
    expect(() => found("a", "(a", { how: "expression" })).toThrow("Unterminated group");
  });
});

test("is looked for in a part, in headings or in links only", () => {
  const link = schema.marks.link.create({ target: { kind: "web", url: "https://a.example" } });
  const doc = createDocument([
    heading(1, "The lamp"),
    paragraph("the lamp"),
    schema.nodes.paragraph.create(null, [schema.text("a lamp "), schema.text("lamp", [link])]),
  ]);
  const count = (scope: Parameters<typeof occurrencesOf>[2]) =>
    occurrencesOf(doc, { ...PLAIN, words: "lamp" }, scope).length;
  expect(count({ kind: "all" })).toBe(4);
  expect(count({ kind: "headings" })).toBe(1);
  expect(count({ kind: "links" })).toBe(1);
  expect(count({ kind: "range", from: doc.child(0).nodeSize, to: doc.content.size - 3 })).toBe(2);
});

test.each<[Sought["how"], string, string, string, string]>([
  ["expression", "(\\d+) (\\w+)", "$2 $1", "12 lamps", "lamps 12"],
  ["expression", "a+", "[$&] for $$1", "aaa", "[aaa] for $1"],
  ["words", "lamp", "$1 each", "lamp", "$1 each"],
])("replacing what %s %s found with %s", (how, words, typed, found, put) => {
  const by = replacementFor({ words, how, matchCase: false, accents: false, wholeWords: false }, typed);
  expect(typeof by === "string" ? by : by(found)).toBe(put);
});
