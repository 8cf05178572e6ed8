import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { proposedTitles, typedContents } from ".";

const { marks, nodes } = schema;
const LONG =
  "Words that go on for a while, as the text of a section does, and say what there is to say. ".repeat(2);

const bold = (text: string) => nodes.paragraph.create(null, schema.text(text, [marks.strong.create()]));
const large = (text: string) =>
  nodes.paragraph.create(null, schema.text(text, [marks.size.create({ percent: 160 })]));
const lines = (...texts: string[]) =>
  nodes.paragraph.create(
    null,
    texts.flatMap((text, i) =>
      i === 0 ? [schema.text(text)] : [nodes.hard_break.create(), schema.text(text)],
    ),
  );

/** What is proposed, as lines of level, tick and words. */
function proposed(...blocks: Node[]): string[] {
  return proposedTitles(createDocument(blocks)).map(
    ({ level, words, sure }) => `${level}${sure ? "" : "?"} ${words}`,
  );
}

describe("titles that are typed but not made", () => {
  test("numbers rank them, and other lines stand below", () => {
    expect(
      proposed(
        paragraph("1 The tower"),
        paragraph(LONG),
        paragraph("1.1 The lamp"),
        paragraph(LONG),
        bold("Trimming"),
        paragraph(LONG),
        paragraph("2 The rope"),
        paragraph(LONG),
        paragraph("2.1.1 Knots"),
        paragraph(LONG),
      ),
    ).toEqual(["1? 1 The tower", "2 1.1 The lamp", "3 Trimming", "1? 2 The rope", "3 2.1.1 Knots"]);
  });

  test("numbers of one part are gone by where they count through the document, Roman ones too", () => {
    const chapters = (numbers: string[]) =>
      proposed(...numbers.flatMap((number) => [paragraph(`${number}. A title`), paragraph(LONG)]));
    expect(chapters(["1", "2", "3"])).toEqual(["1 1. A title", "1 2. A title", "1 3. A title"]);
    expect(chapters(["I", "II", "III", "IV"])[3]).toBe("1 IV. A title");
    // Lists begin again and again.
    expect(chapters(["1", "2", "1", "2", "1", "2"])[0]).toBe("1? 1. A title");
  });

  test("a list's numbers do not push the titles below chapters a level down", () => {
    expect(
      proposed(
        paragraph("Chapter 1. Before dusk"),
        paragraph("1. take the lamp"),
        paragraph(LONG),
        paragraph("1.1 Round"),
        paragraph(LONG),
      ),
    ).toEqual(["1 Chapter 1. Before dusk", "1? 1. take the lamp", "2 1.1 Round"]);
  });

  test("a section that begins with its first part is none of a list's lines, nor is that part", () => {
    expect(
      proposed(
        paragraph("Chapter 2. The tower"),
        paragraph("2.1. The stairs"),
        paragraph("2.1.1. The first steps"),
        paragraph(LONG),
        paragraph("2.1.2. Further up"),
        paragraph(LONG),
        paragraph("4.2 the red lamp"),
        paragraph("4.3 the other lamp"),
        paragraph("4.3.2 its shade"),
      ),
    ).toEqual([
      "1 Chapter 2. The tower",
      "2 2.1. The stairs",
      "3 2.1.1. The first steps",
      "3 2.1.2. Further up",
    ]);
  });

  test("a preface that counts its sections from 1 pushes none of those in chapters down", () => {
    expect(
      proposed(
        ...["Preface", "1. What this is", "2. Whom it is for", "3. How to read it", "3.1. Signs"].flatMap(
          (title) => [paragraph(title), paragraph(LONG)],
        ),
        ...["Chapter 1. The tower", "1.1. The stairs", "1.1.1. The first steps"].flatMap((title) => [
          paragraph(title),
          paragraph(LONG),
        ]),
      ),
    ).toEqual([
      "1 Preface",
      "2 1. What this is",
      "2 2. Whom it is for",
      "2 3. How to read it",
      "3 3.1. Signs",
      "1 Chapter 1. The tower",
      "2 1.1. The stairs",
      "3 1.1.1. The first steps",
    ]);
  });

  test("a number of several parts may stand before a whole question; capitals of programs are none", () => {
    const question =
      "4.12. " + "How is it that the lamp goes out and nobody has put it out, ".repeat(2) + "and why?";
    expect(proposed(paragraph(question), paragraph(LONG))).toEqual([`1 ${question}`]);
    expect(proposed(paragraph("LAMP_ROOM_KEY"), paragraph(LONG))).toEqual(["1? LAMP_ROOM_KEY"]);
    expect(proposed(paragraph("X = 0.21 * R + 0.7"), paragraph(LONG))).toEqual(["1? X = 0.21 * R + 0.7"]);
  });

  test("parts stand above chapters, chapters above their numbers; whole chapters without a number count too", () => {
    expect(
      proposed(
        paragraph("Preface"),
        paragraph(LONG),
        paragraph("PART I: THE HILL"),
        paragraph("Chapter 1. Before dusk"),
        paragraph(LONG),
        paragraph("1.1 Round"),
        paragraph(LONG),
        paragraph("Appendix A"),
        paragraph(LONG),
      ),
    ).toEqual(["2 Preface", "1 PART I: THE HILL", "2 Chapter 1. Before dusk", "3 1.1 Round", "2 Appendix A"]);
  });

  test("looks rank them where nothing else does: larger above capitals above bold above a line by itself", () => {
    expect(
      proposed(
        large("The hill"),
        paragraph(LONG),
        bold("The site"),
        paragraph(LONG),
        paragraph("WEATHER"),
        paragraph(LONG),
        paragraph("A short one"),
        paragraph(LONG),
      ),
    ).toEqual(["1 The hill", "3 The site", "2 WEATHER", "4? A short one"]);
  });

  test("a line of signs below makes a title, and is no part of it", () => {
    const doc = createDocument([
      lines("The hill", "========"),
      paragraph(LONG),
      lines("The site", "--------"),
    ]);
    const titles = proposedTitles(doc);
    expect(titles.map(({ level, words }) => [level, words])).toEqual([
      [1, "The hill"],
      [2, "The site"],
    ]);
    expect(doc.textBetween(titles[0]!.surplus!.from, titles[0]!.surplus!.to)).toBe("\n========");
  });

  test("sentences, lists, long lines, quoted words and text among lines are none", () => {
    expect(
      proposed(
        paragraph("1. Touch the ring"),
        paragraph("2. Switch the heater on"),
        paragraph("3. Wait"),
        bold("Mind the step, it is high."),
        paragraph("It was 1990 then."),
        paragraph("A line of verse"),
        paragraph("and one more"),
        lines("Sea Street 4", "Corrow Hill"),
        list("Chapter 1", "Chapter 2"),
        paragraph("---"),
        paragraph(`1.1 ${"very long ".repeat(20)}`),
      ),
    ).toEqual([]);
  });

  test("headings that stand already are left alone, unless all have one level and are numbered otherwise", () => {
    expect(
      proposed(heading(1, "1 A"), paragraph(LONG), heading(2, "1.1.1 B"), bold("C"), paragraph(LONG)),
    ).toEqual(["3 C"]);
    expect(
      proposed(
        heading(1, "1 A"),
        heading(1, "1.1 B"),
        heading(1, "1.2 C"),
        heading(1, "2 D"),
        heading(1, "E"),
      ),
    ).toEqual(["2 1.1 B", "2 1.2 C"]);
  });
});

describe("contents lists typed by hand", () => {
  const typed = [
    paragraph("Contents of this book"),
    lines(
      "The tower .......... 3",
      "The lamp . . . . . 12",
      "A long title that goes on",
      "in the next line ..... 20",
    ),
    paragraph("The rope … iv"),
    paragraph(LONG),
    paragraph("The tower"),
    paragraph(LONG),
    paragraph("The lamp"),
    paragraph(LONG),
  ];

  test("are found over blocks and lines, with dots, gaps and roman numerals", () => {
    const doc = createDocument(typed);
    const [found, ...more] = typedContents(doc);
    expect(more).toEqual([]);
    expect(found!.lines).toEqual([
      { title: "The tower", page: "3" },
      { title: "The lamp", page: "12" },
      { title: "A long title that goes on in the next line", page: "20" },
      { title: "The rope", page: "iv" },
    ]);
    expect([found!.first, found!.end]).toEqual([1, 3]);
    const titled = typedContents(createDocument([paragraph("CONTENTS"), ...typed.slice(1)]));
    expect(titled[0]).toMatchObject({ first: 0, from: 0, end: 3 });
    expect(doc.textBetween(found!.from, found!.to)).toContain("The lamp . .");
  });

  test.each<[string, Node[], string[] | null]>([
    [
      "lines of a paragraph",
      [lines("The tower", "The lamp", "The rope")],
      ["1 The tower", "1 The lamp", "1 The rope"],
    ],
    [
      "items of a list",
      [list("The tower", "The lamp", "The rope")],
      ["1 The tower", "1 The lamp", "1 The rope"],
    ],
    [
      "paragraphs",
      [paragraph("The tower"), paragraph("The lamp"), paragraph("The rope")],
      ["1 The tower", "1 The lamp", "1 The rope"],
    ],
    ["lines in another order", [lines("The lamp", "The tower", "The rope")], null],
    ["too few lines", [lines("The tower", "The lamp")], null],
  ])("are found without page numbers where they name what stands below: %s", (_name, typed, titles) => {
    const below = ["The tower", "The lamp", "3. THE ROPE"].flatMap((words) => [
      paragraph(words),
      paragraph(LONG),
    ]);
    const doc = createDocument([paragraph("Contents:"), ...typed, paragraph(LONG), ...below]);
    const found = typedContents(doc);
    if (!titles) return expect(found).toEqual([]);
    expect(found).toMatchObject([{ first: 0, from: 0, end: 1 + typed.length }]);
    expect(found[0]!.lines.every(({ page }) => page === null)).toBe(true);
    expect(proposed(...doc.content.content)).toEqual(expect.arrayContaining([titles[0], titles[1]]));
  });

  test("of a whole text and of its chapters, of which each names what stands below it, are all found", () => {
    const section = (words: string) => [paragraph(words), paragraph(LONG)];
    const doc = createDocument([
      lines(
        "The tower",
        "Its foot",
        "Its stairs",
        "Its head",
        "The rope",
        "Its knots",
        "Its gates",
        "Its end",
      ),
      paragraph(LONG),
      paragraph("The tower"),
      lines("Its foot", "Its stairs", "Its head"),
      paragraph(LONG),
      ...["Its foot", "Its stairs", "Its head", "The rope"].flatMap(section),
      lines("Its knots", "Its gates", "Its end"),
      paragraph(LONG),
      ...["Its knots", "Its gates", "Its end"].flatMap(section),
    ]);
    expect(typedContents(doc).map(({ first, lines: { length } }) => [first, length])).toEqual([
      [0, 8],
      [3, 3],
      [13, 3],
    ]);
  });

  test("verses that come again are none", () => {
    const verse = ["The wind came in", "The lamp went out", "The rope held on"].map((words) =>
      paragraph(words),
    );
    expect(typedContents(createDocument([...verse, paragraph(LONG), ...verse, paragraph(LONG)]))).toEqual([]);
  });

  test("tell which lines are titles", () => {
    expect(proposed(...typed)).toEqual(["1 The tower", "1 The lamp"]);
  });

  test("two lines, or text with a number at its end, are none", () => {
    expect(typedContents(createDocument([lines("A ..... 1", "B ..... 2")]))).toEqual([]);
    expect(typedContents(createDocument([lines("We were 3", "They were 4", "All were 7")]))).toEqual([]);
  });
});
