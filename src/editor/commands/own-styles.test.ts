import { describe, expect, test } from "@jest/globals";
import { ownStylesOf, schema, settingsOf, type DestinationId } from "@/core/document";
import { StyleStep } from "@/core/steps";
import { usesOfStyle } from "@/core/styles";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { giveOwnStyle, makeOwnStyle, ownStyleAt, removeOwnStyle, renameOwnStyle } from "./own-styles";
import { align } from "./blocks";
import { giveLookToStyle } from "./styles";

const desk = () =>
  new Desk([heading(1, "Title"), paragraph("First words here."), list("item"), paragraph("Last.")]);
const stylesOf = (on: Desk) => Object.values(ownStylesOf(settingsOf(on.doc).styles));
const only = (on: Desk) => Object.keys(ownStylesOf(settingsOf(on.doc).styles))[0] as DestinationId;

describe("a style of one's own", () => {
  test("takes what was done by hand to a paragraph, and is given to others", () => {
    const on = desk();
    on.select("First");
    align("center")(on.state, on.dispatch);
    on.dispatch(makeOwnStyle(on.state, "paragraphs", "Aside"));
    expect(stylesOf(on)).toEqual([{ name: "Aside", of: "paragraphs", look: { align: "center" } }]);
    expect(on.doc.child(1).attrs).toMatchObject({ align: null, style: only(on) });
    on.select("item");
    on.dispatch(giveOwnStyle(on.state.tr, "paragraphs", only(on)));
    expect(usesOfStyle(on.doc, only(on))).toHaveLength(2);
    expect(ownStyleAt(on.state, "paragraphs")).toBe(only(on));
    on.dispatch(giveOwnStyle(on.state.tr, "paragraphs", null));
    expect(usesOfStyle(on.doc, only(on))).toHaveLength(1);
  });

  test("of words is one place whatever else they carry, and goes off again at the caret", () => {
    const on = desk();
    on.select("words here");
    on.dispatch(makeOwnStyle(on.state, "words", "Term"));
    on.select("here");
    on.dispatch(
      on.state.tr.addMark(on.state.selection.from, on.state.selection.to, schema.marks.strong.create()),
    );
    expect(usesOfStyle(on.doc, only(on)).map(({ from, to }) => on.doc.textBetween(from, to))).toEqual([
      "words here",
    ]);
    on.select("ords", { empty: true });
    expect(ownStyleAt(on.state, "words")).toBe(only(on));
    on.dispatch(giveOwnStyle(on.state.tr, "words", null));
    expect(usesOfStyle(on.doc, only(on))).toEqual([]);
  });

  test("has a name that no other has, whatever its case", () => {
    const on = desk();
    on.select("First");
    on.dispatch(makeOwnStyle(on.state, "paragraphs", "Aside"));
    const id = only(on);
    on.select("Last");
    on.dispatch(makeOwnStyle(on.state, "paragraphs", "  ASIDE "));
    expect(stylesOf(on).map(({ name }) => name)).toEqual(["Aside", "ASIDE 2"]);
    on.dispatch(renameOwnStyle(on.state.tr, id, stylesOf(on)[0]!, "aside 2"));
    on.dispatch(renameOwnStyle(on.state.tr, id, stylesOf(on)[0]!, "  "));
    expect(stylesOf(on)[0]!.name).toBe("Aside");
    on.dispatch(renameOwnStyle(on.state.tr, id, stylesOf(on)[0]!, " In  the margin "));
    expect(stylesOf(on)[0]!.name).toBe("In the margin");
  });

  test("follows a paragraph that has it and looks otherwise by hand", () => {
    const on = desk();
    on.select("First");
    on.dispatch(makeOwnStyle(on.state, "paragraphs", "Aside"));
    align("right")(on.state, on.dispatch);
    giveLookToStyle(on.state, on.dispatch);
    expect(stylesOf(on)[0]!.look).toEqual({ align: "right" });
    expect(settingsOf(on.doc).styles.styles.body.align).toBe("left");
  });

  test("of paragraphs that follow each other is used by each, and goes off both with it", () => {
    const both = schema.nodes.quotation.create(null, [paragraph("One."), paragraph("Two.")]);
    const on = new Desk([both]);
    on.select("One");
    on.dispatch(makeOwnStyle(on.state, "paragraphs", "Aside"));
    on.select("Two");
    on.dispatch(giveOwnStyle(on.state.tr, "paragraphs", only(on)));
    expect(usesOfStyle(on.doc, only(on))).toHaveLength(2);
    on.dispatch(removeOwnStyle(on.state.tr, only(on), stylesOf(on)[0]!));
    expect(on.doc.child(0).content.content.map((one) => one.attrs.style as unknown)).toEqual([null, null]);
  });

  test("is removed with its uses, in one step of undo", () => {
    const on = desk();
    on.select("First words");
    on.dispatch(makeOwnStyle(on.state, "words", "Term"));
    const before = on.doc;
    const id = only(on);
    const tr = removeOwnStyle(on.state.tr, id, stylesOf(on)[0]!);
    const back = tr.steps.map((step, i) => step.invert(tr.docs[i]!)).reverse();
    on.dispatch(tr);
    expect([stylesOf(on), usesOfStyle(on.doc, id)]).toEqual([[], []]);
    expect(settingsOf(on.doc).styles.own).toBeUndefined();
    const undone = on.state.tr;
    for (const step of back) undone.step(step);
    expect(undone.doc.eq(before)).toBe(true);
  });
});

describe("a change of a style of one's own", () => {
  const made = (change: object) => StyleStep.fromJSON(schema as never, { change });

  test.each([
    ["a size that no page has", { own: "aside00001", look: { size: 5_000 } }],
    ["a field that there is not", { own: "aside00001", look: { onclick: "x" } }],
    ["a field of headings", { own: "aside00001", look: { numbering: "decimal" } }],
    ["no name", { own: "aside00001", name: "" }],
    ["an id that is none", { own: "<b>", is: null }],
    [
      "a colour that is none",
      { own: "aside00001", is: { name: "A", of: "words", look: { colour: "red;}" } } },
    ],
  ])("is refused: %s", (_what, change) => expect(() => made(change)).toThrow(RangeError));

  test("by two hands keeps both fields, and comes to nothing where one author removed it", () => {
    const on = desk();
    on.select("First");
    on.dispatch(makeOwnStyle(on.state, "paragraphs", "Aside"));
    const own = only(on);
    for (const change of [
      { own, look: { size: 9 } },
      { own, look: { indent: 12 } },
      { own, look: { size: null } },
    ])
      on.dispatch(on.state.tr.step(made(change)));
    expect(stylesOf(on)[0]!.look).toEqual({ indent: 12 });
    on.dispatch(on.state.tr.step(made({ own, is: null })));
    on.dispatch(on.state.tr.step(made({ own, look: { size: 9 } })));
    expect(stylesOf(on)).toEqual([]);
  });
});
