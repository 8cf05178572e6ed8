import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { heading, paragraph } from "#tests/editing";
import {
  bookmarkEntry,
  createDocument,
  FIRST_SHEET,
  newId,
  partsOfForm,
  schema,
  whyNoForm,
  type DestinationId,
} from "@/core/document";
import { indexDocument, type PageNumbers } from "@/core/index";
import { writeFile } from "@/core/formats";
import { laidOut } from "#tests/page-fonts";
import { wordsOfHtml } from "#tests/words-of-html";
import { referenceWords, speaksOfPages } from ".";

const { nodes, marks } = schema;
const ids = { title: newId(), section: newId(), figure: newId(), equation: newId(), spot: newId() };
const blocks = [
  nodes.heading.create({ id: ids.title, level: 1 }, schema.text("The dome")),
  paragraph("Before."),
  nodes.heading.create({ id: ids.section, level: 2 }, schema.text("Opening")),
  nodes.figure.create({ id: ids.figure, picture: "", alt: "" }, schema.text("The slit")),
  nodes.equation.create({ id: ids.equation, tex: "x" }),
  nodes.paragraph.create(
    { id: newId() },
    schema.text("one word for stop", [marks.bookmark.create({ id: ids.spot })]),
  ),
];
function made({ language = "en", numbered = true } = {}): Node {
  const doc = createDocument(blocks, { title: "x" });
  const numbering = numbered ? ("decimal" as const) : ("none" as const);
  const { styles } = FIRST_SHEET;
  return doc.type.create(
    {
      ...doc.attrs,
      language,
      registry: { bookmarks: { [ids.spot]: bookmarkEntry("range", "Stop") }, anchors: {} },
      styles: {
        ...FIRST_SHEET,
        styles: {
          ...styles,
          heading1: { ...styles.heading1, numbering },
          heading2: { ...styles.heading2, numbering },
        },
      },
    },
    doc.content,
  );
}
/** Ten positions a page, from page 5 on. */
const pages: PageNumbers = {
  pageAt: (pos) => Math.floor(pos / 10),
  labelAt: (pos) => String(5 + Math.floor(pos / 10)),
};
const worded = (
  id: DestinationId,
  form: string,
  {
    at = 0,
    on = null,
    ...how
  }: { at?: number; on?: PageNumbers | null; language?: string; numbered?: boolean } = {},
) => referenceWords({ target: { kind: "destination", id }, form }, at, indexDocument(made(how)), on);

describe("a cross-reference words itself", () => {
  test.each<[string, DestinationId, string, Parameters<typeof worded>[2], string]>([
    ["a heading by its number", ids.section, "{number}", {}, "1.1"],
    ["a heading by number and title", ids.section, "{number} {title}", {}, "1.1 Opening"],
    ["a heading by its label", ids.section, "{label}", {}, "section 1.1"],
    ["a heading without a number", ids.section, "{label}", { numbered: false }, "“Opening”"],
    ["a heading without a number, by both", ids.section, "{number} {title}", { numbered: false }, "Opening"],
    ["a heading without a number, by that alone", ids.section, "{number}", { numbered: false }, "below"],
    ["a figure by its label", ids.figure, "{label}", {}, "Figure 1"],
    ["a figure by its number", ids.figure, "{number}", {}, "1"],
    ["a figure by its whole caption", ids.figure, "{caption}", {}, "Figure 1. The slit"],
    ["an equation", ids.equation, "{label}", {}, "(1)"],
    ["a bookmark by its words", ids.spot, "{words}", {}, "one word for stop"],
    ["a bookmark by its name", ids.spot, "“{title}”", {}, "“Stop”"],
    ["a page", ids.figure, "{page}", { on: pages }, "page 7"],
    ["the number of a page alone", ids.figure, "p. {pagenumber}", { on: pages }, "p. 7"],
    ["a page where there are none", ids.figure, "{page}", { at: 90 }, "above"],
    ["a place on the same page", ids.figure, "{label} {where}", { on: pages, at: 22 }, "Figure 1 below"],
    ["a place on another page", ids.figure, "{label} {where}", { on: pages, at: 90 }, "Figure 1 on page 7"],
    ["in German", ids.section, "{label} {where}", { language: "de-AT" }, "Abschnitt 1.1 unten"],
    [
      "in German, a page",
      ids.section,
      "{page}, {where}",
      { language: "de", on: pages },
      "Seite 6, auf Seite 6",
    ],
  ])("%s", (_name, id, form, how, words) => expect(worded(id, form, how)).toBe(words));

  test("and says what a place was called that is gone", () => {
    const target = { kind: "destination" as const, id: newId(), was: "Old log" };
    expect(referenceWords({ target, form: "{label}" }, 0, indexDocument(made()), pages)).toBe("“Old log”");
  });
});

describe("the form of a cross-reference", () => {
  test("is read in parts; what is no field is plain words", () => {
    expect(partsOfForm("see {label}, {where}!")).toEqual([
      "see ",
      { field: "label" },
      ", ",
      { field: "where" },
      "!",
    ]);
    expect(partsOfForm("{none}")).toEqual(["{none}"]);
    expect([speaksOfPages("{label}"), speaksOfPages("{label} {where}")]).toEqual([false, true]);
  });

  test.each([
    ["{label}", null],
    ["see {lable}", "“{lable}” is none of: number, title, label, caption, words, page, pagenumber, where."],
    ["see there", "It says nothing of the place: put in {title}, for example."],
    [`{label}${"x".repeat(300)}`, "Longer than 300 signs."],
  ])("%s can be used: %s", (form, why) => expect(whyNoForm(form)).toBe(why));

  test("that cannot be used is refused by the schema", () => {
    const attrs = { target: { kind: "destination", id: newId() }, form: "words alone", linked: true };
    expect(() => nodes.cross_reference.create(attrs).check()).toThrow();
    const web = { target: { kind: "web", url: "https://a.example" }, form: "{label}", linked: true };
    expect(() => nodes.cross_reference.create(web).check()).toThrow();
  });
});

test("a cross-reference is a link of the index: followed, counted, broken when its place goes", () => {
  const reference = (id: DestinationId) =>
    nodes.cross_reference.create({ target: { kind: "destination", id, was: "Opening" }, form: "{label}" });
  const doc = createDocument([
    heading(1, "One"),
    nodes.paragraph.create({ id: newId() }, [schema.text("see "), reference(newId())]),
  ]);
  const index = indexDocument(doc);
  expect(index.references).toMatchObject([{ text: "Opening", from: 10, to: 11, block: 1 }]);
  expect(index.links).toHaveLength(1);
  expect(index.words).toBe(2);
});

test("words in another language have cross-references in that language, in every file and on pages", async () => {
  const id = newId();
  const german = schema.marks.language.create({ language: "de-AT" });
  const reference = (marked: boolean) =>
    nodes.cross_reference.create(
      { target: { kind: "destination", id }, form: "{label} {where}" },
      null,
      marked ? [german] : [],
    );
  const doc = createDocument([
    nodes.heading.create({ id, level: 1 }, schema.text("The dome")),
    nodes.paragraph.create(null, [
      schema.text("Siehe ", [german]),
      reference(true),
      schema.text(". See "),
      reference(false),
    ]),
  ]);
  const said = "Siehe „The dome“ oben. See “The dome” above";
  const { text } = writeFile({ doc, pictures: new Map() }, "text");
  expect(text).toContain(said);
  expect(wordsOfHtml(writeFile({ doc, pictures: new Map() }, "html").text)).toContain(said);
  const [, flow] = (await laidOut(doc)).flows;
  const content = flow!.strips[0]!.content;
  expect("text" in content && content.text?.source.text).toBe(said);
});
