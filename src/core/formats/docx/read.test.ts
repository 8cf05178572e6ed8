import { describe, expect, test } from "@jest/globals";
import { settingsOf } from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { docxFile, drawing, field, h, HEADING_STYLES, marked, p, r, type DocxParts } from "#tests/docx-file";
import { saidReferences } from "#tests/said-references";
import { SMALL_PNG } from "#tests/small-picture";
import { readFile } from "..";

const STYLES = `<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/><w:rPr><w:sz w:val="22"/></w:rPr></w:style>${HEADING_STYLES}`;

function read(parts: DocxParts) {
  const result = readFile("manual.docx", docxFile({ styles: STYLES, ...parts }));
  if (!result.ok) throw new Error(result.error.reason);
  const { doc } = result.manuscript;
  doc.check();
  return {
    doc,
    index: indexDocument(doc),
    talk: result.talk,
    dropped: Object.fromEntries(result.dropped.map(({ what, count }) => [what, count])),
  };
}
const shape = (parts: DocxParts) => read(parts).doc.toString();
const headings = (parts: DocxParts) => read(parts).index.headings.map(({ level, name }) => [level, name]);

describe("headings of a word processor file", () => {
  test("are known by outline levels, names and the styles theirs are based on", () => {
    const own = `<w:style w:type="paragraph" w:customStyle="1" w:styleId="Chapter"><w:name w:val="Chapter title"/><w:basedOn w:val="Heading1"/></w:style>
      <w:style w:type="paragraph" w:styleId="berschrift2"><w:name w:val="heading 2"/></w:style>`;
    expect(
      headings({
        styles: STYLES + own,
        body:
          p(r("One"), `<w:pStyle w:val="Chapter"/>`) +
          p(r("Two"), `<w:pStyle w:val="berschrift2"/>`) +
          p(r("Three"), `<w:outlineLvl w:val="2"/>`) +
          p(r("Text"), `<w:pStyle w:val="Heading1"/><w:outlineLvl w:val="9"/>`),
      }),
    ).toEqual([
      [1, "One"],
      [2, "Two"],
      [3, "Three"],
    ]);
  });

  test("below level 6 are of level 6, told; empty ones are left out, told", () => {
    const { index, dropped } = read({
      body: p(r("Deep"), `<w:outlineLvl w:val="7"/>`) + p("", `<w:pStyle w:val="Heading1"/>`) + p(r("Text")),
    });
    expect(index.headings.map(({ level }) => level)).toEqual([6]);
    expect(dropped).toMatchObject({ "level of a heading below 6": 1, "empty heading": 1 });
  });

  test("are numbered where their style is", () => {
    const { doc } = read({
      styles: `${STYLES}<w:style w:type="paragraph" w:styleId="Part"><w:name w:val="heading 4"/><w:pPr><w:numPr><w:numId w:val="1"/><w:ilvl w:val="0"/></w:numPr><w:outlineLvl w:val="3"/></w:pPr></w:style>`,
      numbering: `<w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:start w:val="1"/><w:numFmt w:val="upperRoman"/><w:lvlText w:val="%1"/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num>`,
      body: p(r("Part"), `<w:pStyle w:val="Part"/>`),
    });
    expect(settingsOf(doc).styles.styles.heading4.numbering).toBe("roman");
    expect(doc.childCount).toBe(1);
  });
});

describe("bookmarks of a word processor file", () => {
  test("at a point, over words and over paragraphs keep their names", () => {
    const { index } = read({
      body:
        p(`${r("A")}${marked(1, "Point", "")}${r("b ")}${marked(2, "Words", r("two words"))}`) +
        `<w:bookmarkStart w:id="3" w:name="Both"/>${p(r("First."))}${p(r("Second."))}<w:bookmarkEnd w:id="3"/>`,
    });
    expect(index.bookmarks.map(({ name, shape }) => [name, shape])).toEqual([
      ["Point", "point"],
      ["Words", "range"],
      ["Both", "range"],
    ]);
    expect(index.bookmarks[1]!.text).toBe("two words");
    expect(index.bookmarks[2]!.text).toMatch(/First\..*Second\./s);
  });

  test("that programs made are anchors only, and those nothing leads to are gone", () => {
    const { index, doc } = read({
      body:
        h(1, marked(1, "_Toc1", r("Cleaning"))) +
        p(marked(2, "_Hlk2", r("nothing"))) +
        p(marked(3, "_Ref3", r("A paragraph"))) +
        p(
          `<w:hyperlink w:anchor="_Ref3">${r("there")}</w:hyperlink> <w:hyperlink w:anchor="_Toc1">${r("cleaning")}</w:hyperlink>`,
        ),
    });
    expect(resolveLinks(index).every(({ lands }) => lands)).toBe(true);
    expect(doc.toString()).not.toContain("_Hlk2");
    expect(index.bookmarks.map(({ name }) => name)).not.toContain("_Toc1");
  });

  test("that never end, or end before they begin, are points; nothing is lost", () => {
    const { index, doc } = read({
      body:
        p(`<w:bookmarkEnd w:id="9"/><w:bookmarkStart w:id="9" w:name="Late"/>${r("Words")}`) + p(r("More")),
    });
    expect(index.bookmarks.map(({ name, shape }) => [name, shape])).toEqual([["Late", "point"]]);
    expect(doc.textContent).toBe("WordsMore");
  });

  test("that end in a picture or an equation end there; those around one name it", () => {
    const { index } = read({
      media: { "pic.png": SMALL_PNG },
      body:
        `<w:bookmarkStart w:id="1" w:name="Until"/>${p(r("Words."))}` +
        p(`${drawing("pic", "A slit")}<w:bookmarkEnd w:id="1"/>`) +
        p(marked(2, "Plan", drawing("pic", "A plan"))) +
        p(r("Behind.")),
    });
    expect(index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["Until", "range", "Words."],
      ["Plan", "block", ""],
    ]);
  });

  test("over columns of a table cover those cells alone", () => {
    const cell = (words: string) => `<w:tc>${p(r(words))}</w:tc>`;
    const { index } = read({
      body: `<w:tbl><w:tblGrid/><w:tr><w:bookmarkStart w:id="1" w:name="Middle" w:colFirst="1" w:colLast="1"/>${cell("left")}${cell("middle")}${cell("right")}</w:tr><w:bookmarkEnd w:id="1"/></w:tbl>`,
    });
    expect(index.bookmarks.map(({ name, text }) => [name, text])).toEqual([["Middle", "middle"]]);
  });
});

describe("links of a word processor file", () => {
  test("lead to bookmarks, addresses and mail, as elements and as fields", () => {
    const { index } = read({
      links: {
        web: "https://paper.example/press?a=1&amp;b=2",
        mail: "mailto:press@paper.example?subject=Hello",
      },
      body:
        p(marked(1, "Place", r("here"))) +
        p(
          `<w:hyperlink w:anchor="Place">${r("a")}</w:hyperlink> <w:hyperlink r:id="web" w:anchor="x">${r("b")}</w:hyperlink> <w:hyperlink r:id="mail">${r("c")}</w:hyperlink>` +
            field('HYPERLINK \\l "Place"', "d") +
            field('HYPERLINK "https://paper.example/" \\o "Tip"', "e") +
            `<w:fldSimple w:instr=" HYPERLINK &quot;https://paper.example/2&quot; ">${r("f")}</w:fldSimple>` +
            `<w:hyperlink w:anchor="Gone">${r("g")}</w:hyperlink>`,
        ),
    });
    expect(resolveLinks(index).map(({ text, target, lands }) => [text, target.kind, lands])).toEqual([
      ["a", "destination", true],
      ["b", "web", true],
      ["c", "mail", true],
      ["d", "destination", true],
      ["e", "web", true],
      ["f", "web", true],
      ["g", "destination", false],
    ]);
  });

  test("that are interrupted by marks, changes and fields within stay whole", () => {
    const { index } = read({
      body:
        p(marked(1, "Place", r("here"))) +
        p(
          `<w:hyperlink w:anchor="Place">${r("one ", "<w:b/>")}<w:ins w:id="1" w:author="A">${r("two ")}</w:ins><w:del w:id="2" w:author="A"><w:r><w:delText>gone</w:delText></w:r></w:del>${field("DATE", "three")}</w:hyperlink>`,
        ),
    });
    expect(resolveLinks(index).map(({ text }) => text)).toEqual(["one two three"]);
  });
});

describe("cross-references of a word processor file", () => {
  test("are living ones in the form that says the same", () => {
    const caption = p(
      `${marked(2, "_Ref2", `${r("Figure ")}${field("SEQ Figure \\* ARABIC", "1")}`)}${r(": The slit")}`,
    );
    const { index } = read({
      media: { "pic.png": SMALL_PNG },
      footnotes: `<w:footnote w:id="1">${p(r("A note."))}</w:footnote>`,
      body:
        h(1, marked(1, "_Ref1", r("Cleaning"))) +
        p(drawing("pic", "A slit")) +
        caption +
        p(marked(3, "Terms", r("these words"))) +
        p(`${r("x")}${marked(4, "_Ref4", `<w:r><w:footnoteReference w:id="1"/></w:r>`)}`) +
        p(
          [
            field("REF _Ref1 \\h", "old"),
            field("REF _Ref2 \\h", "old"),
            field("REF Terms \\h", "old"),
            field("NOTEREF _Ref4 \\h", "9"),
            field("PAGEREF _Ref1 \\h", "99"),
            field("REF _Ref1 \\p \\h", "old"),
          ].join(r(" | ")),
        ),
    });
    expect(saidReferences(index)).toEqual(["Cleaning", "Figure 1", "these words", "1", "above", "above"]);
  });

  test("to bookmarks that their author named say what these mark", () => {
    const { index } = read({
      media: { "pic.png": SMALL_PNG },
      styles: `${STYLES}<w:style w:type="paragraph" w:styleId="Part"><w:name w:val="heading 1"/><w:pPr><w:numPr><w:numId w:val="1"/></w:numPr><w:outlineLvl w:val="0"/></w:pPr></w:style>`,
      numbering: `<w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:start w:val="1"/><w:numFmt w:val="upperRoman"/><w:lvlText w:val="%1"/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num>`,
      body:
        p(marked(1, "Cleaning_part", r("Cleaning")), `<w:pStyle w:val="Part"/>`) +
        p(drawing("pic", "A slit")) +
        p(
          `${marked(2, "Fig_label", `${r("Figure ")}${marked(3, "Fig_number", field("SEQ Figure \\* ARABIC", "1"))}`)}${r(": ")}${marked(4, "Fig_title", r("The slit"))}`,
        ) +
        h(2, `${r("All ")}${marked(5, "Half", r("about it"))}`) +
        p(
          ["Cleaning_part", "Fig_label", "Fig_number", "Fig_title", "Half"]
            .map((name) => field(`REF ${name} \\h`, "old"))
            .concat(field("REF Cleaning_part \\r \\h", "old"))
            .join(r(" | ")),
        ),
    });
    expect(saidReferences(index)).toEqual(["Cleaning", "Figure 1", "1", "The slit", "about it", "I"]);
    // No address is given away that nobody asked for.
    expect(index.headings.map(({ id }) => index.anchors.of(id))).toEqual(["cleaning", "all-about-it"]);
    const names = index.bookmarks.map(({ name }) => name).sort();
    expect(names).toEqual(["Cleaning_part", "Fig_label", "Fig_number", "Fig_title", "Half"]);
  });

  test("to what is not there keep their words, with a link that says what it looked for", () => {
    const { index } = read({ body: p(`${r("See ")}${field("REF _Ref77 \\h", "the dome")}`) });
    expect(index.doc.textContent).toBe("See the dome");
    expect(resolveLinks(index).map(({ text, lands }) => [text, lands])).toEqual([["the dome", false]]);
  });
});

describe("generated lists of a word processor file", () => {
  test("are living lists of the same scope, and their cached lines are gone", () => {
    const line = (words: string) => p(r(words), `<w:pStyle w:val="TOC1"/>`);
    const sign = (kind: string) => `<w:r><w:fldChar w:fldCharType="${kind}"/></w:r>`;
    const code = (words: string) =>
      `${sign("begin")}<w:r><w:instrText>${words}</w:instrText></w:r>${sign("separate")}`;
    const { doc } = read({
      styles: `${STYLES}<w:style w:type="paragraph" w:styleId="TOCHeading"><w:name w:val="TOC Heading"/></w:style>`,
      body:
        `<w:sdt><w:sdtContent>${p(r("What is in here"), `<w:pStyle w:val="TOCHeading"/>`)}${p(code(' TOC \\o "1-2" \\h \\z \\u ') + r("Old line 1"))}${line("Old line 2")}${p(sign("end"))}</w:sdtContent></w:sdt>` +
        p(code(' TOC \\h \\c "Table" ') + r("Old table") + sign("end")) +
        h(1, "First") +
        p(r("Text.")) +
        p(code(' INDEX \\c "2" ') + r("old, 1") + sign("end")),
    });
    expect(doc.textContent).not.toMatch(/old/i);
    const lists = doc.content.content.flatMap((block) =>
      block.type.name === "contents_list" ? [block.attrs] : [],
    );
    expect(lists).toMatchObject([
      { heading: "What is in here", from: 1, to: 2 },
      { list: { of: "tables" } },
      { list: { of: "entries", columns: 2 } },
    ]);
  });

  test("whose field never ends leave all that follows as it is", () => {
    const { doc } = read({
      body:
        p(`<w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText> TOC </w:instrText></w:r>`) +
        h(1, "One") +
        p(r("Two")),
    });
    expect(doc.textContent).toBe("OneTwo");
  });

  test("entries of the index go on the words beside them", () => {
    const { index } = read({
      body: p(`${r("The ")}${field('XE "slit:width" \\t "See gap"', "")}${r("slit is narrow.")}`),
    });
    expect(index.doc.textContent).toBe("The slit is narrow.");
    expect(index.indexed.map(({ entry: { main, sub, see } }) => [main, sub, see])).toEqual([
      ["slit", "width", "gap"],
    ]);
  });

  test("lines of contents lists that are marked among words are told", () => {
    const { doc, dropped } = read({ body: p(`${r("The slit")}${field('TC "Slits" \\l 2', "")}${r(".")}`) });
    expect(doc.textContent).toBe("The slit.");
    expect(dropped).toEqual({ "line of a contents list that is marked among the words": 1 });
  });
});

describe("captions of a word processor file", () => {
  const number = (series: string) => field(`SEQ ${series} \\* ARABIC`, "7");

  test("stand with the figure above and the table below them, without their typed numbers", () => {
    const { doc, index } = read({
      media: { "pic.png": SMALL_PNG },
      body:
        p(drawing("pic", "A slit")) +
        p(`${r("Abbildung ")}${number("Abbildung")}${r(": Der Spalt")}`) +
        p(`${r("Tabelle ")}${number("Tabelle")}${r(". Die Maße")}`) +
        `<w:tbl><w:tblGrid/><w:tr><w:tc>${p(r("a"))}</w:tc></w:tr></w:tbl>`,
    });
    expect(doc.toString()).toBe(
      'doc(figure("Der Spalt"), table(table_caption("Die Maße"), table_grid(table_row(table_cell(paragraph("a"))))))',
    );
    expect([...index.captions.values()]).toEqual(["Abbildung 1", "Tabelle 1"]);
  });

  test("of a figure do not go to the table before it", () => {
    const { doc } = read({
      media: { "pic.png": SMALL_PNG },
      body:
        `<w:tbl><w:tblGrid/><w:tr><w:tc>${p(r("a"))}</w:tc></w:tr></w:tbl>` +
        p(`${r("Figure ")}${number("Figure")}${r(": Above")}`) +
        p(drawing("pic", "A slit")),
    });
    expect(doc.toString()).toBe(
      'doc(table(table_caption, table_grid(table_row(table_cell(paragraph("a"))))), figure("Above"))',
    );
  });
});

describe("lists of a word processor file", () => {
  const LEVELS = (format: string, text = "%") =>
    [0, 1]
      .map(
        (level) =>
          `<w:lvl w:ilvl="${level}"><w:start w:val="1"/><w:numFmt w:val="${format}"/><w:lvlText w:val="${text === "%" ? `%${level + 1})` : text}"/><w:pPr><w:ind w:left="${720 * (level + 1)}"/></w:pPr></w:lvl>`,
      )
      .join("");
  const numbering = `<w:abstractNum w:abstractNumId="0">${LEVELS("lowerLetter")}</w:abstractNum><w:abstractNum w:abstractNumId="1">${LEVELS("bullet", "•")}</w:abstractNum>
    <w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="1"/></w:num>
    <w:num w:numId="3"><w:abstractNumId w:val="0"/><w:lvlOverride w:ilvl="0"><w:startOverride w:val="4"/></w:lvlOverride></w:num>`;
  const item = (words: string, list: number, level = 0) =>
    p(r(words), `<w:numPr><w:ilvl w:val="${level}"/><w:numId w:val="${list}"/></w:numPr>`);

  test("nest, hold further paragraphs, go on and begin anew as they do there", () => {
    const { doc } = read({
      numbering,
      body:
        item("a", 1) +
        item("dot", 2, 1) +
        p(r("still in dot"), `<w:ind w:left="1440"/>`) +
        item("b", 1) +
        p(r("Between.")) +
        item("c", 1) +
        item("d", 3),
    });
    expect(doc.toString()).toBe(
      'doc(ordered_list(list_item(paragraph("a"), bullet_list(list_item(paragraph("dot"), paragraph("still in dot")))), list_item(paragraph("b"))), paragraph("Between."), ordered_list(list_item(paragraph("c"))), ordered_list(list_item(paragraph("d"))))',
    );
    expect(doc.child(0).attrs).toMatchObject({ numerals: "lower-alpha", after: ")", start: 1 });
    expect(doc.child(2).attrs).toMatchObject({ continues: true });
    expect(doc.child(3).attrs).toMatchObject({ start: 4, continues: false });
  });
});

test("an empty line parts no list; a page that ends within one ends it, and so does a section behind a contents list", () => {
  const { doc } = read({
    numbering: `<w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:numFmt w:val="decimal"/><w:lvlText w:val="%1."/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num>`,
    body:
      ["one", "two"].map((words) => p(r(words), LISTED)).join(p("")) +
      p(`${r("three")}<w:r><w:br w:type="page"/></w:r>`, LISTED) +
      p(
        `<w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText> TOC </w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>`,
      ) +
      p(
        `<w:r><w:fldChar w:fldCharType="end"/></w:r>`,
        `<w:sectPr><w:pgSz w:w="11906" w:h="16838"/></w:sectPr>`,
      ) +
      h(1, "Behind") +
      `<w:sectPr><w:pgSz w:w="16838" w:h="11906"/></w:sectPr>`,
  });
  expect(doc.toString()).toBe(
    'doc(ordered_list(list_item(paragraph("one")), list_item(paragraph("two")), list_item(paragraph("three"))), page_break, contents_list, page_break, heading("Behind"))',
  );
  expect(doc.child(3).attrs.section).toMatchObject({ paper: { width: 841.89 } });
});

const LISTED = `<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>`;

describe("notes, tables and pictures of a word processor file", () => {
  test("notes stand where their signs do, with their paragraphs and links", () => {
    const { index } = read({
      footnotes: `<w:footnote w:type="separator" w:id="-1">${p("")}</w:footnote><w:footnote w:id="2">${p(`<w:r><w:footnoteRef/></w:r>${r(" First.")}`)}${p(`<w:hyperlink w:anchor="Place">${r("there")}</w:hyperlink>`)}</w:footnote>`,
      endnotes: `<w:endnote w:id="2">${p(r("At the end."))}</w:endnote>`,
      body: p(
        `${marked(1, "Place", r("Words"))}<w:r><w:footnoteReference w:id="2"/></w:r>${r(" more")}<w:r><w:endnoteReference w:id="2"/></w:r>`,
      ),
    });
    expect(index.notes.map(({ place, text }) => [place, text])).toEqual([
      ["foot", expect.stringMatching(/^First\.\s*there$/)],
      ["end", "At the end."],
    ]);
    expect(resolveLinks(index).map(({ lands }) => lands)).toEqual([true]);
  });

  test("tables keep merged cells, header rows, widths, and what stands in them", () => {
    const cell = (words: string, properties = "") =>
      `<w:tc><w:tcPr>${properties}</w:tcPr>${words && p(r(words))}</w:tc>`;
    const { doc } = read({
      body: `<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w="1500"/><w:gridCol w:w="3000"/></w:tblGrid>
        <w:tr><w:trPr><w:tblHeader/></w:trPr>${cell("Both", '<w:gridSpan w:val="2"/>')}</w:tr>
        <w:tr>${cell("Down", "<w:vMerge w:val='restart'/>")}${cell("x")}</w:tr>
        <w:tr>${cell("", "<w:vMerge/>")}<w:tc>${p(r("y"))}<w:tbl><w:tblGrid/><w:tr>${cell("inner")}</w:tr></w:tbl>${p("")}</w:tc></w:tr></w:tbl>`,
    });
    expect(doc.toString()).toBe(
      'doc(table(table_caption, table_grid(table_row(table_header(paragraph("Both"))), table_row(table_cell(paragraph("Down")), table_cell(paragraph("x"))), table_row(table_cell(paragraph("y"), table(table_caption, table_grid(table_row(table_cell(paragraph("inner"))))))))))',
    );
    const grid = doc.child(0).child(1);
    expect(grid.child(0).child(0).attrs).toMatchObject({ colspan: 2, colwidth: [100, 200] });
    expect(grid.child(1).child(0).attrs).toMatchObject({ rowspan: 2 });
  });

  test("cells of a row that begins further in stand below the same cells as there", () => {
    const cell = (words: string) => `<w:tc><w:tcPr/>${p(r(words))}</w:tc>`;
    const { doc } = read({
      body: `<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w="1500"/><w:gridCol w:w="1500"/></w:tblGrid>
        <w:tr>${cell("a")}${cell("b")}</w:tr>
        <w:tr><w:trPr><w:gridBefore w:val="1"/></w:trPr>${cell("below b")}</w:tr>
        <w:tr><w:trPr><w:gridAfter w:val="1"/></w:trPr>${cell("below a")}</w:tr></w:tbl>`,
    });
    expect(doc.toString()).toBe(
      'doc(table(table_caption, table_grid(table_row(table_cell(paragraph("a")), table_cell(paragraph("b"))), table_row(table_cell(paragraph), table_cell(paragraph("below b"))), table_row(table_cell(paragraph("below a")), table_cell(paragraph)))))',
    );
  });

  test("tables that would be filled up with more cells than a document holds are refused", () => {
    const row = (columns: number) =>
      `<w:tr><w:tc><w:tcPr><w:gridSpan w:val="${columns}"/></w:tcPr>${p(r("x"))}</w:tc></w:tr>`;
    const table = `<w:tbl><w:tblGrid/>${row(1_000)}${row(1)}${row(1)}</w:tbl>`;
    const parts = { body: `${table}${p("")}`.repeat(100) };
    const result = readFile("wide.docx", docxFile(parts), {});
    expect(result).toMatchObject({
      ok: false,
      error: { reason: "The file holds more than 150,000 blocks, which is the limit." },
    });
  });

  test("pictures alone are figures of their width; those among words stand in the line; what cannot be shown keeps its place", () => {
    const { doc, dropped } = read({
      media: { "pic.png": SMALL_PNG, "old.emf": new Uint8Array([1, 0, 0, 0]) },
      body:
        p(drawing("pic", "Wide", 234)) +
        p(`${r("Press ")}${drawing("pic", "the key", 11, 11)}${r(" twice.")}`) +
        p(drawing("old", "An old plan")) +
        `<w:sectPr><w:pgSz w:w="12240" w:h="15840"/><w:pgMar w:top="1440" w:bottom="1440" w:left="1440" w:right="1440"/></w:sectPr>`,
    });
    expect(doc.toString()).toBe('doc(figure, paragraph("Press ", picture, " twice."), figure)');
    expect(doc.child(0).attrs).toMatchObject({ alt: "Wide", width: 50 });
    expect(doc.child(1).child(1).attrs).toMatchObject({ alt: "the key", height: 100 });
    expect(doc.child(2).attrs).toMatchObject({ alt: "An old plan", picture: "" });
    expect(dropped).toMatchObject({ "drawing in an old form that cannot be shown": 1 });
  });
});

describe("words of a word processor file", () => {
  test("keep how they are formatted by hand where that differs from their style", () => {
    expect(
      shape({
        body:
          p(
            `${r("b", "<w:b/>")}${r("i", "<w:i/>")}${r("c", '<w:color w:val="aa0000"/>')}${r("2", '<w:vertAlign w:val="superscript"/>')}${r("s", "<w:strike/>")}`,
          ) + h(1, r("same", "<w:b/>")),
      }),
    ).toBe(
      'doc(paragraph(strong("b"), emphasis("i"), colour("c"), superscript("2"), strike("s")), heading("same"))',
    );
  });

  test("white words, which stood on a ground of their own, can be read; what is set by hand is told", () => {
    const { doc, dropped } = read({
      body: p(
        `${r("white", '<w:color w:val="FFFFFF"/>')}${r("red", '<w:color w:val="aa0000"/>')}${r("large", '<w:sz w:val="44"/>')}`,
      ),
    });
    expect(doc.toString()).toBe('doc(paragraph("white", colour("red"), size("large")))');
    expect(dropped).toMatchObject({ "words in white": 1, "words with a size or colour set by hand": 2 });
  });

  test("own styles come in under their names, with their looks", () => {
    const { doc } = read({
      styles: `${STYLES}<w:style w:type="paragraph" w:customStyle="1" w:styleId="Lead"><w:name w:val="Lead-in"/><w:basedOn w:val="Normal"/><w:rPr><w:i/></w:rPr></w:style><w:style w:type="character" w:customStyle="1" w:styleId="Key"><w:name w:val="Key name"/><w:rPr><w:b/></w:rPr></w:style>`,
      body: p(`${r("Press ")}${r("Enter", '<w:rStyle w:val="Key"/>')}`, `<w:pStyle w:val="Lead"/>`),
    });
    expect(Object.values(settingsOf(doc).styles.own ?? {})).toEqual([
      { name: "Lead-in", of: "paragraphs", look: { slant: "italic" } },
      { name: "Key name", of: "words", look: { weight: 700 } },
    ]);
    expect(doc.toString()).toBe('doc(paragraph("Press ", word_style("Enter")))');
  });

  test("of tracked changes are as if all were accepted; hidden ones are left out and counted", () => {
    const { doc, dropped } = read({
      body:
        p(
          `${r("Kept ")}<w:ins w:id="1" w:author="A">${r("new ")}</w:ins><w:del w:id="2" w:author="A"><w:r><w:delText>old</w:delText></w:r></w:del>${r("secret", "<w:vanish/>")}`,
        ) +
        p(r("joined "), `<w:rPr><w:del w:id="3" w:author="A"/></w:rPr>`) +
        p(r("lines")),
    });
    expect(doc.toString()).toBe('doc(paragraph("Kept new"), paragraph("joined lines"))');
    expect(dropped).toMatchObject({ "hidden text": 1 });
  });

  test("in boxes, controls, alternates and symbols stand where they belong", () => {
    const { doc } = read({
      body:
        p(
          `${r("a")}<w:sdt><w:sdtContent>${r("b")}</w:sdtContent></w:sdt><w:r><w:sym w:font="Symbol" w:char="F061"/><w:noBreakHyphen/><w:softHyphen/><w:tab/></w:r>` +
            `<mc:AlternateContent><mc:Choice Requires="wps"><w:r><w:drawing><wp:anchor><a:graphic><a:graphicData><wps:wsp><wps:txbx><w:txbxContent>${p(r("in the box"))}</w:txbxContent></wps:txbx></wps:wsp></a:graphicData></a:graphic></wp:anchor></w:drawing></w:r></mc:Choice><mc:Fallback><w:r><w:pict><v:textbox><w:txbxContent>${p(r("in the box"))}</w:txbxContent></v:textbox></w:pict></w:r></mc:Fallback></mc:AlternateContent>${r("c")}`,
        ) + p(r("d")),
    });
    expect(doc.textContent).toBe("abα‑­ cin the boxd");
  });

  test("of another script are in their language, from right to left", () => {
    const { doc } = read({
      body: p(`${r("word ")}${r("שלום", '<w:rtl/><w:lang w:val="en-US" w:bidi="he-IL"/>')}`),
    });
    expect(doc.toString()).toContain('language("שלום")');
  });
});

test("comments with their threads, and tracked changes, are in the result of the import", () => {
  const signed = `w:author="Ada" w:date="2026-11-29T10:00:00Z"`;
  const said = (id: number, words: string, paragraph: string) =>
    `<w:comment w:id="${id}" ${signed}><w:p w14:paraId="${paragraph}">${r(words)}</w:p></w:comment>`;
  const threads = `<w15:commentsEx xmlns:w15="http://schemas.microsoft.com/office/word/2012/wordml"><w15:commentEx w15:paraId="00000001" w15:done="1"/><w15:commentEx w15:paraId="00000002" w15:paraIdParent="00000001"/></w15:commentsEx>`;
  const { talk } = read({
    comments: said(1, "Really?", "00000001") + said(2, "Yes.", "00000002"),
    commentsExtended: threads,
    body: p(
      `${r("a ")}<w:commentRangeStart w:id="1"/>${r("few words")}<w:commentRangeEnd w:id="1"/><w:ins w:id="3" ${signed}>${r("new")}</w:ins><w:del w:id="4" ${signed}><w:r><w:delText>old</w:delText></w:r></w:del>`,
    ),
  });
  expect(talk.comments).toEqual([
    {
      author: "Ada",
      date: "2026-11-29T10:00:00Z",
      words: "Really?",
      on: "few words",
      answers: null,
      done: true,
    },
    { author: "Ada", date: "2026-11-29T10:00:00Z", words: "Yes.", on: "", answers: 0, done: false },
  ]);
  expect(talk.changes.map(({ kind, words }) => [kind, words])).toEqual([
    ["insertion", "new"],
    ["deletion", "old"],
  ]);
});

test("equations are TeX, as blocks and in lines", () => {
  const x = (words: string) => `<m:r><m:t>${words}</m:t></m:r>`;
  const math = `<m:oMath><m:f><m:num>${x("a")}</m:num><m:den><m:rad><m:radPr><m:degHide m:val="1"/></m:radPr><m:deg/><m:e>${x("b")}</m:e></m:rad></m:den></m:f></m:oMath>`;
  const { doc } = read({ body: p(`<m:oMathPara>${math}</m:oMathPara>`) + p(`${r("with ")}${math}`) });
  expect(doc.toString()).toBe('doc(equation, paragraph("with ", formula))');
  expect(doc.child(0).attrs.tex).toBe("\\frac{a}{\\sqrt{b}}");
});

test("pages are those of the file: paper, lines, roman front matter, sections", () => {
  const section = (more: string, tag = "w:sectPr") =>
    `<${tag}><w:headerReference w:type="default" r:id="header"/><w:footerReference w:type="default" r:id="footer"/><w:pgSz w:w="8391" w:h="11906"/><w:pgMar w:top="1000" w:right="1000" w:bottom="1000" w:left="1000"/>${more}</${tag}>`;
  const { doc } = read({
    core: "<dc:title>Manual</dc:title>",
    header: p(`${r("Manual")}<w:r><w:tab/></w:r><w:r><w:tab/></w:r>${field('STYLEREF "heading 1"', "x")}`),
    footer: p(
      `<w:r><w:tab/></w:r>${field("PAGE", "1")}${r(" of ")}${field("NUMPAGES", "9")}<w:r><w:tab/></w:r><w:hyperlink w:anchor="_top">${r("Contents")}</w:hyperlink>`,
    ),
    body:
      p(r("Front"), section('<w:pgNumType w:fmt="lowerRoman"/>')) +
      h(1, "Chapter") +
      section('<w:pgNumType w:start="1"/>'),
  });
  const { page } = settingsOf(doc).styles;
  expect(page).toMatchObject({
    header: ["{title}", "", "{section}"],
    footer: ["", "{page} of {pages}", "{contents}"],
    setup: { width: 419.53, height: 595.28, romanFront: true },
  });
  expect(doc.toString()).toBe('doc(paragraph("Front"), page_break, heading("Chapter"))');
  expect(doc.child(1).attrs.section).toMatchObject({
    paper: null,
    numbering: { numerals: "decimal", from: 1 },
  });
});
