import { expect, test } from "@jest/globals";
import { createDocument, newId, schema } from "@/core/document";
import { usesOfStyle } from "./style-uses";

const { nodes, marks } = schema;

test("uses of a style are paragraphs, and words that follow each other as one place, wherever they stand", () => {
  const [aside, loud, other] = [newId(), newId(), newId()];
  const styled = (words: string, style: string, bold = false) =>
    schema.text(words, [marks.word_style.create({ style }), ...(bold ? [marks.strong.create()] : [])]);
  const doc = createDocument([
    nodes.paragraph.create({ style: aside }, schema.text("One")),
    nodes.paragraph.create(null, [
      schema.text("a "),
      styled("loud", loud),
      styled("er", loud, true),
      styled("!", other),
      styled(" again", loud),
    ]),
    nodes.bullet_list.create(
      null,
      nodes.list_item.create(null, nodes.paragraph.create({ style: aside }, schema.text("Two"))),
    ),
  ]);
  const words = (style: string) =>
    usesOfStyle(doc, style).map(({ from, to }) => doc.textBetween(from, to, "|"));
  expect(words(loud)).toEqual(["louder", " again"]);
  expect(words(aside)).toEqual(["One", "Two"]);
  expect(words(newId())).toEqual([]);
});
