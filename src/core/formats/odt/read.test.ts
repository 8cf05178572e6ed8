import { describe, expect, test } from "@jest/globals";
import { settingsOf } from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { odtFile, type OdtParts } from "#tests/odt-file";
import { saidReferences } from "#tests/said-references";
import { SMALL_PNG } from "#tests/small-picture";
import { readFile } from "..";

function read(parts: OdtParts | string) {
  const result = readFile("manual.odt", odtFile(typeof parts === "string" ? { text: parts } : parts));
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
const p = (content: string, style = "") =>
  `<text:p${style && ` text:style-name="${style}"`}>${content}</text:p>`;
const h = (level: number, content: string) => `<text:h text:outline-level="${level}">${content}</text:h>`;
const frame = (content: string, more = "") => `<draw:frame ${more}>${content}</draw:frame>`;
const image = `<draw:image xlink:href="Pictures/a.png"/>`;
const PICTURES = { "Pictures/a.png": SMALL_PNG };

describe("headings of an OpenDocument text", () => {
  test("have their levels, also in lists that number them; empty ones are left out, told", () => {
    const { index, dropped } = read(
      h(1, "One") +
        `<text:list><text:list-item><text:list><text:list-item>${h(2, "Two")}</text:list-item></text:list></text:list-item></text:list>` +
        h(9, "Nine") +
        h(1, ""),
    );
    expect(index.headings.map(({ level, name }) => [level, name])).toEqual([
      [1, "One"],
      [2, "Two"],
      [6, "Nine"],
    ]);
    expect(dropped).toMatchObject({ "level of a heading below 6": 1, "empty heading": 1 });
  });

  test("are numbered where the outline is", () => {
    const { doc } = read({
      styles: `<text:outline-style style:name="Outline"><text:outline-level-style text:level="1" style:num-format="I"/><text:outline-level-style text:level="2" style:num-format=""/></text:outline-style>`,
      text: h(1, "One") + h(2, "Two"),
    });
    const { styles } = settingsOf(doc).styles;
    expect([styles.heading1.numbering, styles.heading2.numbering]).toEqual(["roman", "none"]);
  });
});

describe("bookmarks and links of an OpenDocument text", () => {
  test("points, ranges over words and paragraphs, and reference marks keep their names", () => {
    const { index } = read(
      p(
        `A<text:bookmark text:name="Point"/>b <text:bookmark-start text:name="Words"/>two words<text:bookmark-end text:name="Words"/>`,
      ) +
        p(`<text:reference-mark-start text:name="Both"/>First.`) +
        p(`Second.<text:reference-mark-end text:name="Both"/> <text:bookmark-start text:name="Open"/>x`),
    );
    expect(index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["Point", "point", ""],
      ["Words", "range", "two words"],
      ["Both", "range", expect.stringMatching(/^First\.\s*Second\.$/)],
      ["Open", "point", ""],
    ]);
  });

  test("lead to bookmarks, headings by their titles, tables and pictures by their names, addresses and files beside", () => {
    const a = (href: string, words: string) => `<text:a xlink:href="${href}">${words}</text:a>`;
    const { index } = read({
      other: PICTURES,
      text:
        h(
          1,
          `<text:bookmark-start text:name="__RefHeading__1"/>Cleaning<text:bookmark-end text:name="__RefHeading__1"/>`,
        ) +
        `<table:table table:name="Sizes"><table:table-row><table:table-cell>${p("a")}</table:table-cell></table:table-row></table:table>` +
        p(frame(image, 'draw:name="Plan"')) +
        p(
          [
            a("#__RefHeading__1", "one"),
            a("#1.Cleaning|outline", "two"),
            a("#Sizes|table", "three"),
            a("#Plan|graphic", "four"),
            a("https://paper.example/", "five"),
            a("../other.odt", "six"),
            a("#Gone", "seven"),
          ].join(" "),
        ),
    });
    expect(resolveLinks(index).map(({ text, lands }) => [text, lands])).toEqual([
      ["one", true],
      ["two", true],
      ["three", true],
      ["four", true],
      ["five", true],
      // Where it leads lies outside, and nobody has looked.
      ["six", false],
      ["seven", false],
    ]);
    expect(index.bookmarks).toEqual([]);
  });

  test("bookmarks that end in a picture end there; those around one name it", () => {
    const { index } = read({
      other: PICTURES,
      text:
        p(`<text:bookmark-start text:name="Until"/>Words.`) +
        p(`${frame(image)}<text:bookmark-end text:name="Until"/>`) +
        p(`<text:bookmark-start text:name="Plan"/>${frame(image)}<text:bookmark-end text:name="Plan"/>`) +
        p("Behind."),
    });
    expect(index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["Until", "range", "Words."],
      ["Plan", "block", ""],
    ]);
  });

  test("bookmarks whose names programs made up are anchors only, in headings references keep their words", () => {
    const { index, doc } = read(
      h(
        1,
        `<text:bookmark-ref text:reference-format="text" text:ref-name="12">Cleaning</text:bookmark-ref>`,
      ) + p(`<text:bookmark-start text:name="12"/>Words.<text:bookmark-end text:name="12"/>`),
    );
    expect(doc.textContent).toBe("CleaningWords.");
    expect(index.bookmarks).toEqual([]);
    expect(resolveLinks(index).map(({ text, lands }) => [text, lands])).toEqual([["Cleaning", true]]);
  });

  test("cross-references are living ones in the form that says the same", () => {
    const ref = (kind: string, format: string, name: string) =>
      `<text:${kind}-ref text:reference-format="${format}" text:ref-name="${name}">old</text:${kind}-ref>`;
    const { index } = read({
      other: PICTURES,
      text:
        h(1, `<text:bookmark-start text:name="_Ref1"/>Cleaning<text:bookmark-end text:name="_Ref1"/>`) +
        p(frame(image)) +
        p(`Figure <text:sequence text:ref-name="refFigure0" text:name="Figure">1</text:sequence>: The slit`) +
        p(
          `<text:bookmark-start text:name="Terms"/>these words<text:bookmark-end text:name="Terms"/> x<text:note text:id="ftn1" text:note-class="footnote"><text:note-body>${p("A note.")}</text:note-body></text:note>`,
        ) +
        p(
          [
            ref("bookmark", "text", "_Ref1"),
            ref("sequence", "category-and-value", "refFigure0"),
            ref("bookmark", "text", "Terms"),
            ref("note", "text", "ftn1"),
            ref("bookmark", "direction", "_Ref1"),
          ].join(" | "),
        ),
    });
    expect(saidReferences(index)).toEqual(["Cleaning", "Figure 1", "these words", "1", "above"]);
  });
});

test("cross-references to bookmarks that their author named say what these mark", () => {
  const marked = (name: string, words: string) =>
    `<text:bookmark-start text:name="${name}"/>${words}<text:bookmark-end text:name="${name}"/>`;
  const { index } = read({
    text:
      `<text:h text:outline-level="1">${marked("Cleaning part", "Cleaning")}</text:h>` +
      `<text:h text:outline-level="2">All ${marked("Half", "about it")}</text:h>` +
      p(
        ["Cleaning part", "Half"]
          .map(
            (name) =>
              `<text:bookmark-ref text:reference-format="text" text:ref-name="${name}">old</text:bookmark-ref>`,
          )
          .join(" | "),
      ),
  });
  expect(saidReferences(index)).toEqual(["Cleaning", "about it"]);
});

test("generated lists are living ones, and their cached lines are gone", () => {
  const body = (title: string) =>
    `<text:index-body><text:index-title><text:p>${title}</text:p></text:index-title>${p("old line 1")}</text:index-body>`;
  const { doc, dropped } = read(
    `<text:table-of-content><text:table-of-content-source text:outline-level="2"><text:table-of-content-entry-template text:outline-level="1"><text:index-entry-text/></text:table-of-content-entry-template></text:table-of-content-source>${body("In here")}</text:table-of-content>` +
      `<text:table-index><text:table-index-source text:caption-sequence-name="Table"/>${body("")}</text:table-index>` +
      `<text:alphabetical-index><text:alphabetical-index-source/>${body("Index")}</text:alphabetical-index>` +
      h(1, "First") +
      p(
        `The <text:alphabetical-index-mark text:string-value="width" text:key1="slit"/>slit<text:toc-mark-start text:id="a" text:outline-level="1"/>.<text:toc-mark-end text:id="a"/>`,
      ),
  );
  expect(doc.textContent).toBe("FirstThe slit.");
  expect(dropped).toEqual({ "line of a contents list that is marked among the words": 1 });
  expect(doc.content.content.slice(0, 3).map(({ attrs }) => attrs)).toMatchObject([
    { heading: "In here", from: 1, to: 2, list: { pageless: true } },
    { heading: "", list: { of: "tables" } },
    { heading: "Index", list: { of: "entries" } },
  ]);
  expect(indexDocument(doc).indexed.map(({ entry }) => [entry.main, entry.sub])).toEqual([["slit", "width"]]);
});

test("captions stand with their figures and tables: after, before, and in a box with the picture", () => {
  const number = (series: string) => `<text:sequence text:name="${series}">7</text:sequence>`;
  const { doc, index } = read({
    other: PICTURES,
    text:
      p(
        frame(
          `<draw:text-box>${p(`${frame(image)}Abbildung ${number("Abbildung")}: Im Kasten`)}</draw:text-box>`,
        ),
      ) +
      p(`Tabelle ${number("Tabelle")}. Die Maße`) +
      `<table:table><table:table-row><table:table-cell>${p("a")}</table:table-cell></table:table-row></table:table>`,
  });
  expect(doc.toString()).toBe(
    'doc(figure("Im Kasten"), table(table_caption("Die Maße"), table_grid(table_row(table_cell(paragraph("a"))))))',
  );
  expect([...index.captions.values()]).toEqual(["Abbildung 1", "Tabelle 1"]);
});

test("lists nest, count, begin with a number and go on", () => {
  const style = `<text:list-style style:name="L"><text:list-level-style-number text:level="1" style:num-format="a" style:num-suffix=")"/><text:list-level-style-bullet text:level="2"/></text:list-style>`;
  const { doc } = read({
    automatic: style,
    text:
      `<text:list text:style-name="L"><text:list-item text:start-value="3">${p("c")}<text:list><text:list-item>${p("dot")}</text:list-item></text:list></text:list-item></text:list>` +
      p("Between.") +
      `<text:list text:style-name="L" text:continue-numbering="true"><text:list-item>${p("d")}</text:list-item></text:list>`,
  });
  expect(doc.toString()).toBe(
    'doc(ordered_list(list_item(paragraph("c"), bullet_list(list_item(paragraph("dot"))))), paragraph("Between."), ordered_list(list_item(paragraph("d"))))',
  );
  expect(doc.child(0).attrs).toMatchObject({ numerals: "lower-alpha", after: ")", start: 3 });
  expect(doc.child(2).attrs).toMatchObject({ continues: true });
});

test("paragraphs that are numbered one by one are lists, deeper ones within the item before them", () => {
  const numbered = (words: string, level: number, more = "") =>
    `<text:numbered-paragraph text:list-id="n" text:level="${level}"${more}><text:number>9.</text:number>${p(words)}</text:numbered-paragraph>`;
  const { doc } = read({
    automatic: `<text:list-style style:name="N"><text:list-level-style-number text:level="1" style:num-format="1"/><text:list-level-style-number text:level="2" style:num-format="a"/></text:list-style>`,
    text:
      numbered("One", 1, ' text:style-name="N"') +
      numbered("Deep", 2) +
      numbered("Deeper", 3) +
      numbered("Two", 1) +
      p("Between.") +
      numbered("Begins deep", 2) +
      `<text:numbered-paragraph text:level="1"><text:h text:outline-level="1">A heading</text:h></text:numbered-paragraph>`,
  });
  const item = (words: string, inner = "") => `list_item(paragraph("${words}")${inner && `, ${inner}`})`;
  expect(doc.toString()).toBe(
    `doc(ordered_list(${item("One", `ordered_list(${item("Deep", `bullet_list(${item("Deeper")})`)})`)}, ${item("Two")}), paragraph("Between."), bullet_list(${item("Begins deep")}), heading("A heading"))`,
  );
});

test("hidden sections are left out and counted; references into them keep their words", () => {
  const rule = `<text:bookmark-start text:name="In it"/>rule<text:bookmark-end text:name="In it"/>`;
  const hidden = read({
    text:
      p(
        `See <text:bookmark-ref text:reference-format="text" text:ref-name="In it">the rule</text:bookmark-ref>.`,
      ) + `<text:section text:display="none">${p(rule)}</text:section>`,
  });
  expect(hidden.doc.textContent).toBe("See the rule.");
  expect(resolveLinks(hidden.index).map(({ lands }) => lands)).toEqual([false]);
  const { doc, dropped } = read({
    text: `${p("Shown.")}<text:section text:name="S" text:display="none"><text:h text:outline-level="1">Not shown</text:h>${p("Nor this.")}</text:section><text:section text:name="T">${p("Shown too.")}</text:section>`,
  });
  expect(doc.toString()).toBe('doc(paragraph("Shown."), paragraph("Shown too."))');
  expect(dropped).toMatchObject({ "hidden text": 1 });
});

test("tables keep merged cells, header rows, repeated cells and widths", () => {
  const { doc } = read({
    automatic: `<style:style style:name="C" style:family="table-column"><style:table-column-properties style:column-width="1in"/></style:style>`,
    text: `<table:table><table:table-column table:style-name="C" table:number-columns-repeated="2"/><table:table-header-rows><table:table-row><table:table-cell table:number-columns-spanned="2">${p("Both")}</table:table-cell><table:covered-table-cell/></table:table-row></table:table-header-rows><table:table-row><table:table-cell table:number-columns-repeated="2">${p("x")}</table:table-cell></table:table-row></table:table>`,
  });
  expect(doc.toString()).toBe(
    'doc(table(table_caption, table_grid(table_row(table_header(paragraph("Both"))), table_row(table_cell(paragraph("x")), table_cell(paragraph("x"))))))',
  );
  expect(doc.child(0).child(1).child(0).child(0).attrs).toMatchObject({ colspan: 2, colwidth: [96, 96] });
});

test("words keep what was set by hand; spaces, tabs and hidden words are as they are shown", () => {
  const { doc, dropped } = read({
    automatic: `<style:style style:name="T1" style:family="text"><style:text-properties fo:font-weight="bold"/></style:style><style:style style:name="T2" style:family="text"><style:text-properties text:display="none"/></style:style><style:style style:name="P1" style:family="paragraph" style:parent-style-name="Standard"><style:paragraph-properties fo:text-align="center"/></style:style>`,
    styles: `<style:style style:name="Lead_20_in" style:display-name="Lead in" style:family="paragraph" style:parent-style-name="Standard"><style:text-properties fo:font-style="italic"/></style:style><style:style style:name="Standard" style:family="paragraph"><style:text-properties fo:font-size="12pt"/></style:style>`,
    text:
      p(
        `a\n  <text:span text:style-name="T1">b</text:span><text:s text:c="2"/>c<text:tab/>d<text:span text:style-name="T2">no</text:span>`,
        "P1",
      ) + p("Led", "Lead_20_in"),
  });
  expect(doc.toString()).toBe('doc(paragraph("a ", strong("b"), "  c d"), paragraph("Led"))');
  expect(doc.child(0).attrs.align).toBe("center");
  expect(Object.values(settingsOf(doc).styles.own ?? {})).toEqual([
    { name: "Lead in", of: "paragraphs", look: { slant: "italic" } },
  ]);
  expect(dropped).toMatchObject({ "hidden text": 1 });
});

test("notes, equations, boxes and pages stand where they belong", () => {
  const { doc, index } = read({
    other: {
      "Object 1/content.xml": `<math xmlns="http://www.w3.org/1998/Math/MathML"><semantics><mfrac><mi>a</mi><msqrt><mi>b</mi></msqrt></mfrac><annotation encoding="StarMath 5.0">x</annotation></semantics></math>`,
    },
    meta: "<dc:title>Manual</dc:title>",
    pageLayouts: `<style:page-layout style:name="pm1"><style:page-layout-properties fo:page-width="5in" fo:page-height="8in" fo:margin="0.5in"/></style:page-layout>`,
    master: `<style:master-page style:name="Standard" style:page-layout-name="pm1"><style:header>${p("Manual<text:tab/><text:tab/><text:chapter>x</text:chapter>")}</style:header><style:footer>${p("<text:tab/><text:page-number>1</text:page-number>")}</style:footer></style:master-page>`,
    automatic: `<style:style style:name="Break" style:family="paragraph"><style:paragraph-properties fo:break-before="page"/></style:style>`,
    text:
      p(frame(`<draw:object xlink:href="./Object 1"/>`)) +
      p(
        `Words${frame(`<draw:text-box>${p("in the box")}</draw:text-box>`)}<text:note text:note-class="endnote"><text:note-body>${p("At the end.")}</text:note-body></text:note>`,
      ) +
      p("New page", "Break"),
  });
  expect(doc.toString()).toBe(
    'doc(equation, paragraph("Words", note("At the end.")), paragraph("in the box"), page_break, paragraph("New page"))',
  );
  expect(doc.child(0).attrs.tex).toBe("\\frac{a}{\\sqrt{b}}");
  expect(index.notes.map(({ place }) => place)).toEqual(["end"]);
  expect(settingsOf(doc).styles.page).toMatchObject({
    header: ["{title}", "", "{section}"],
    footer: ["", "{page}", ""],
    setup: { width: 360, height: 576 },
  });
});

test("comments and changes are read, and the text is as if all were accepted", () => {
  const info =
    "<office:change-info><dc:creator>Ada</dc:creator><dc:date>2026-11-29T10:00:00</dc:date></office:change-info>";
  const { doc, talk } = read(
    `<text:tracked-changes><text:changed-region text:id="c1"><text:deletion>${info}${p("gone")}</text:deletion></text:changed-region><text:changed-region text:id="c2"><text:insertion>${info}</text:insertion></text:changed-region></text:tracked-changes>` +
      p(
        `Kept <text:change text:change-id="c1"/><text:change-start text:change-id="c2"/>new<text:change-end text:change-id="c2"/> <office:annotation office:name="n1"><dc:creator>Ben</dc:creator>${p("Really?")}</office:annotation>words<office:annotation-end office:name="n1"/>`,
      ),
  );
  expect(doc.textContent).toBe("Kept new words");
  expect(talk.comments).toMatchObject([{ author: "Ben", words: "Really?", on: "words", answers: null }]);
  expect(talk.changes).toMatchObject([
    { kind: "deletion", author: "Ada", words: "gone" },
    { kind: "insertion", author: "Ada", words: "new" },
  ]);
});

test.each([
  [
    "a spreadsheet",
    { mimetype: "application/vnd.oasis.opendocument.spreadsheet" },
    /spreadsheet, not a text/,
  ],
  ["one under a password", { "META-INF/manifest.xml": "<m><encryption-data/></m>" }, /password/],
  ["one that breaks in the middle", { "content.xml": "<a>\n<b></a>" }, /^content\.xml is damaged/],
])("%s is refused in one sentence", (_, other, why) => {
  const result = readFile("x.odt", odtFile({ text: p("a"), other }));
  expect(result).toMatchObject({ ok: false, error: { reason: expect.stringMatching(why) } });
});
