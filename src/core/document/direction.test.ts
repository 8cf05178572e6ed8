import { describe, expect, test } from "@jest/globals";
import { blockDirection, directionOf, directionOfWords, schema } from ".";

const { nodes, marks } = schema;

describe("the direction in which words are read", () => {
  test.each([
    ["ar", "rtl"],
    ["he-IL", "rtl"],
    ["fa", "rtl"],
    ["az-Arab", "rtl"],
    ["ar-Latn", "ltr"],
    ["en-GB", "ltr"],
    ["zh-Hant", "ltr"],
  ])("of %s is %s", (language, direction) => expect(directionOf(language)).toBe(direction));

  test("is that of most of their letters, and the document's where they have none", () => {
    expect(directionOfWords("PDF هذا ملف طويل", "rtl")).toBe("rtl");
    expect(directionOfWords("PDF هذا ملف طويل", "ltr")).toBe("rtl");
    expect(directionOfWords("The word سلام is a greeting", "rtl")).toBe("ltr");
    expect(directionOfWords("12. 34!", "rtl")).toBe("rtl");
    expect(directionOfWords("12. 34!", "ltr")).toBe("ltr");
    expect(directionOfWords("", "rtl")).toBe("rtl");
  });

  test("of a block is that of the language with which all of its words are marked", () => {
    const hebrew = [marks.language.create({ language: "he" })];
    const all = nodes.paragraph.create(null, [schema.text("PDF ", hebrew), schema.text("2", hebrew)]);
    expect(blockDirection(all, "ltr")).toBe("rtl");
    const some = nodes.paragraph.create(null, [schema.text("PDF ", hebrew), schema.text("two")]);
    expect(blockDirection(some, "ltr")).toBe("ltr");
  });
});
