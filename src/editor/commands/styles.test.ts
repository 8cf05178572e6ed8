import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, paragraph } from "#tests/editing";
import { FIRST_SHEET, schema, settingsOf, type Alignment, type BlockLook } from "@/core/document";
import { stepFromJSON, stepToJSON, StyleStep } from "@/core/steps";
import { READY_SHEETS, styleRules } from "@/core/styles";
import {
  changeStyles,
  clearFormatting,
  giveLookToStyle,
  isHandFormatted,
  setSeries,
  styledBlock,
} from "./styles";

const { nodes, marks } = schema;
const large = [
  marks.strong.create(),
  marks.size.create({ percent: 150 }),
  marks.colour.create({ colour: "#7a3b12" }),
];
const formatted = (text: string, align: Alignment = "center") =>
  nodes.heading.create({ level: 2, align }, schema.text(text, large));

const desk = () =>
  new Desk(
    [
      heading(2, "Plain"),
      formatted("By hand"),
      paragraph("Words"),
      formatted("The same"),
      formatted("Left", null),
    ],
    [history()],
  );
const sheet = (it: Desk) => settingsOf(it.doc).styles;
const looks = (it: Desk) =>
  it.doc.content.content.map((block) =>
    [block.attrs.align ?? "", ...(block.firstChild?.marks ?? []).map((m) => m.type.name)].join(" ").trim(),
  );

describe("the look of a block", () => {
  test("is told apart from its style, in words", () => {
    const block = styledBlock(desk().select("By hand").state)!;
    expect(block.style).toBe("heading2");
    expect(block.hand.words).toEqual(["centred", "bold", "colour #7a3b12", "20.5 pt"]);
    const plain = styledBlock(desk().select("Plain").state)!;
    expect(isHandFormatted(plain)).toBe(false);
  });

  test("is handed to its style: all of the style follow, those formatted the same need nothing by hand", () => {
    const it = desk().select("By hand");
    expect(it.run(giveLookToStyle)).toBe(true);
    expect(sheet(it).styles.heading2).toMatchObject({
      align: "center",
      weight: 700,
      size: 20.5,
      colour: "#7a3b12",
    });
    expect(looks(it).slice(0, 4)).toEqual(["", "", "", ""]);
    expect(looks(it)[4]).toContain("strong");
    undo(it.state, it.dispatch);
    expect(it.doc.toString()).toBe(desk().doc.toString());
    expect(sheet(it)).toEqual(FIRST_SHEET);
  });

  test("is cleared; emphasis of some words is meaning and stays", () => {
    const some = nodes.paragraph.create({ align: "right" }, [
      schema.text("Keep "),
      schema.text("this", [marks.strong.create()]),
      schema.text(" but not this", [marks.colour.create({ colour: "#7a3b12" })]),
    ]);
    const it = new Desk([some]).select("Keep");
    expect(isHandFormatted(styledBlock(it.state)!)).toBe(true);
    it.run(clearFormatting);
    expect(it.doc.toString()).toBe('doc(paragraph("Keep ", strong("this"), " but not this"))');
    expect(it.doc.child(0).attrs.align).toBeNull();
    expect(it.run(clearFormatting)).toBe(false);
  });
});

describe("a change of style", () => {
  const step = (look: Partial<BlockLook>) => new StyleStep({ style: "heading1", look });

  test("is sent and taken back field by field, so that two at once both hold", () => {
    const { doc } = desk();
    const size = stepFromJSON(stepToJSON(step({ size: 30 })));
    const colour = stepFromJSON(stepToJSON(step({ colour: "plum" })));
    const both = colour.apply(size.apply(doc).doc!).doc!;
    expect(settingsOf(both).styles.styles.heading1).toMatchObject({ size: 30, colour: "plum" });
    const back = size.invert(doc).apply(both).doc!;
    expect(settingsOf(back).styles.styles.heading1).toMatchObject({ size: 17.5, colour: "plum" });
  });

  test.each([
    { size: 3 },
    { size: 900 },
    { colour: "url(x)" },
    { face: "comic" },
    { weight: 450.5 },
    { more: 1 },
  ])("of %j is none, and refused", (look) => {
    expect(() => stepFromJSON({ stepType: "style", change: { style: "body", look } })).toThrow(
      /not a change of style/,
    );
  });

  test("that changes nothing is not made", () => {
    const it = desk();
    expect(it.run(changeStyles({ style: "body", look: { size: 11 } }))).toBe(false);
    expect(it.run(changeStyles({ captions: { count: "chapter" } }))).toBe(true);
    expect(it.run(changeStyles({ page: { onFirst: true } }))).toBe(true);
    expect(it.run(changeStyles({ sheet: READY_SHEETS[1]! }))).toBe(true);
    expect(sheet(it).name).toBe("Field card");
    it.doc.check();
  });
});

test("headings are counted in a series of their own, at the same level", () => {
  const it = desk().select("Plain");
  it.run(setSeries("appendix"));
  expect(it.doc.child(0).attrs).toMatchObject({ level: 2, series: "appendix" });
  it.run(setSeries(null));
  expect(it.doc.child(0).attrs.series).toBeNull();
});

test("each ready sheet holds, and becomes rules that nothing in it can break out of", () => {
  expect(new Set(READY_SHEETS.map(({ name }) => name)).size).toBe(3);
  for (const one of READY_SHEETS) {
    desk()
      .doc.type.create({ ...desk().doc.attrs, styles: one }, paragraph("x"))
      .check();
    const rules = styleRules(one, ".page");
    expect(rules.split("\n").every((rule) => rule.startsWith(".page") && rule.endsWith("}"))).toBe(true);
    expect(rules).not.toMatch(/undefined|NaN|<|null/);
  }
});
