import { describe, expect, test } from "@jest/globals";
import {
  asKind,
  createDocument,
  FIRST_SHEET,
  markAmong,
  ownStyleOf,
  schema,
  settingsOf,
  withSettings,
  type DestinationId,
  type OwnStyles,
} from "@/core/document";
import type { Node } from "prosemirror-model";
import { styleRules } from "@/core/styles";
import { paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { readText } from "#tests/reading";
import { readFile, writeFile } from ".";
import { readPasted } from "./html/pasted";

const { nodes, marks } = schema;
const [aside, term] = ["aside00001", "term000001"] as [DestinationId, DestinationId];
const own: OwnStyles = {
  [aside]: { name: 'An "aside" & <more>', of: "paragraphs", look: { size: 9, slant: "italic", indent: 40 } },
  [term]: { name: "Term", of: "words", look: { face: "mono", weight: 700 } },
};
const styled = (words: string) => nodes.paragraph.create({ style: aside }, schema.text(words));
const doc = withSettings(
  createDocument([
    styled("Beside the way."),
    nodes.bullet_list.create(null, nodes.list_item.create(null, styled("In an item."))),
    nodes.paragraph.create(null, [
      schema.text("A "),
      schema.text("term", [marks.word_style.create({ style: term })]),
    ]),
  ]),
  { styles: { ...FIRST_SHEET, own } },
);

/** What has a style, with the style's name. */
function uses(of: Node): string[] {
  const { styles } = settingsOf(of);
  const found: string[] = [];
  of.descendants((node) => {
    const style = asKind(node, "paragraph")?.style ?? markAmong(node.marks, "word_style")?.style;
    if (style) found.push(`${node.textContent}: ${ownStyleOf(styles, style)?.name}`);
  });
  return found;
}

test.each([
  ["html", "a.html"],
  ["markdown", "a.md"],
  ["gaterope", "a.gaterope.json"],
] as const)("styles of one's own go out as %s and come in again", (format, name) => {
  const back = readText(name, writeFile({ doc, pictures: new Map() }, format).text).doc;
  expect(uses(back)).toEqual(uses(doc));
  // Markdown has the names and not the looks.
  const looks = Object.values(settingsOf(back).styles.own!);
  expect(looks).toEqual(
    Object.values(own).map((one) => (format === "markdown" ? { ...one, look: {} } : one)),
  );
});

describe("styles that a file names", () => {
  const of = (html: string) => readText("a.html", html).doc;

  test("and does not have look like the body; one name is one style, of paragraphs and of words apart", () => {
    const doc = of(
      `<p data-style-name="Aside">a<p data-style-name=" Aside ">b<p><span data-style-name="Aside">c</span><p data-style-name="">d`,
    );
    expect(uses(doc)).toEqual(["a: Aside", "b: Aside", "c: Aside"]);
    expect(Object.values(settingsOf(doc).styles.own!)).toEqual([
      { name: "Aside", of: "paragraphs", look: {} },
      { name: "Aside", of: "words", look: {} },
    ]);
  });

  test("without number are kept to a limit", () => {
    const html = Array.from({ length: 2_000 }, (_, i) => `<p data-style-name="Style ${i}">x`).join("");
    const doc = of(html);
    expect(Object.keys(settingsOf(doc).styles.own!)).toHaveLength(500);
    const told = readFile("a.html", new TextEncoder().encode(html));
    expect(told).toMatchObject({ dropped: [{ what: "style of its own", count: 1_500 }] });
  });

  test("do not come along with what is pasted", () => {
    const { blocks } = readPasted(`<p data-style-name="Aside">a <span data-style-name="Term">b</span></p>`);
    expect(blocks.map(String)).toEqual(['paragraph("a b")']);
    expect(blocks[0]!.attrs.style).toBeNull();
  });
});

test("a style that is gone looks like the text around it, and goes out as that", () => {
  const gone = createDocument([
    styled("x"),
    nodes.paragraph.create(null, schema.text("y", [marks.word_style.create({ style: term })])),
  ]);
  expect(writeFile({ doc: gone, pictures: new Map() }, "html").text).not.toContain("data-style-name=");
  expect(writeFile({ doc: gone, pictures: new Map() }, "markdown").text).toBe("x\n\ny\n");
});

test("paragraphs and words are set in their styles on pages", async () => {
  const layout = await laidOut(doc);
  const lines = layout.flows.map(({ strips }) => strips[0]!.content);
  const [first, , last] = lines.map((content) => ("text" in content && content.text ? content.text : null));
  expect(first!.source.spans[0]!.style).toMatchObject({ size: 9, font: "serif-400i" });
  expect(lines[0]).toMatchObject({ x: 40 });
  expect(last!.source.spans.map(({ style }) => style.font)).toEqual(["serif-400", "mono-700"]);
  const again = await laidOut(
    withSettings(doc, {
      styles: { ...FIRST_SHEET, own: { ...own, [aside]: { ...own[aside]!, look: { size: 20 } } } },
    }),
    { earlier: layout },
  );
  expect(again.flows[0]!.strips[0]!.height).toBeGreaterThan(layout.flows[0]!.strips[0]!.height * 1.5);
});

test("their names cannot break out of the rules of a page", () => {
  const rules = styleRules(
    {
      ...FIRST_SHEET,
      own: { [aside]: { name: '"] { } </style><b>\n\\', of: "paragraphs", look: { weight: 700 } } },
    },
    "main",
  );
  expect(rules).toContain("\\22 ] { } \\3c /style>");
  expect(rules).not.toContain("</style>");
  expect(paragraph("x").attrs.style).toBeNull();
});
