import { describe, expect, test } from "@jest/globals";
import { compute, type Known } from ".";

const known: Known = {
  fact: (name) => (name === "pages" ? null : name === "words" ? 12_400 : 48),
  today: Date.UTC(2026, 10, 26) / 86_400_000,
  language: "en",
};
const words = (expression: string, how: Partial<Known> = {}) => compute(expression, { ...known, ...how });

describe("an expression gives", () => {
  test.each([
    ["1 + 2 * 3", "7"],
    ["(1 + 2) * 3 ^ 2", "27"],
    ["200 + 50%", "300"],
    ["10 / 4", "2.5"],
    ["1 / 3", "0.3333"],
    ["words", "12,400"],
    ["ceil(words / 220)", "57"],
    ["round(words / sections, 1)", "258.3"],
    ["max(3, sections, 7)", "48"],
    ['date("2026-12-24") - today()', "28"],
    ['written(date("2027-02-28") + 1)', "March 1, 2027"],
    ["year(today())", "2026"],
  ])("%s: %s", (expression, value) => expect(words(expression)).toEqual({ words: value }));

  test("numbers and dates as the language of the document writes them", () => {
    expect(words("words", { language: "de" })).toEqual({ words: "12.400" });
    expect(words("written(today())", { language: "de-AT" })).toEqual({ words: "26. November 2026" });
    expect(words("1/3", { language: "no such language" })).toEqual({ words: "0.3333" });
  });
});

describe("an expression says why it gives nothing", () => {
  test.each([
    ["", "There is nothing to compute."],
    ["1 +", "This cannot be read as something to compute."],
    ["wrods", "“wrods” is none of: words, pages,"],
    ["pages * 2", "How many pages there are is known on pages only."],
    ["1 / 0", "Nothing can be divided by 0."],
    ["10 ^ 999", "The number is too large."],
    ["sqrt(-1)", "The result is not a number."],
    ['date("2026-02-30")', "“2026-02-30” is no date."],
    ['"a" + 1', "“a” is not a number."],
    ["round()", "“round” has too many or too few values."],
    ["today(1)", "“today” has too many or too few values."],
    ["1".repeat(501), "Longer than 500 signs."],
    ["1" + "+1".repeat(240), "More than 200 parts."],
    ["written(10 ^ 30)", "That is no date."],
  ])("%s: %s", (expression, why) =>
    expect(words(expression)).toEqual({ fault: expect.stringContaining(why) as unknown }),
  );
});

describe("nothing else can be reached, and nothing runs on for ever", () => {
  test.each([
    "factorial(factorial(9))",
    "map(range(1, 1e9), f)",
    "f(x) = f(x)",
    "x = 1",
    "1; 2",
    "[1, 2, 3]",
    "{a: 1}",
    '"".constructor',
    'cos.constructor("return 1")()',
    "import({ words: 1 })",
    'evaluate("1")',
    'createUnit("x")',
    "words ? 1 : 2",
    "5!",
    "2 inches",
    "true",
    "hasOwnProperty(1)",
    "constructor",
    "__proto__",
    "toString()",
  ])("%s", (expression) => expect(words(expression)).toHaveProperty("fault"));
});
