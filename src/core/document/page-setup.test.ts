import { settingsOf } from "@/core/kinds";
import { describe, expect, test } from "@jest/globals";
import {
  createDocument,
  FIRST_SETUP,
  PAPERS,
  pageSetupSchema,
  pixelsOf,
  schema,
  setupOf,
  tooLarge,
  type PageSetup,
} from ".";
import { StyleStep } from "@/core/steps";

const doc = createDocument([schema.nodes.paragraph.create()]);
const sheetOf = (one: typeof doc) => settingsOf(one).styles;
const A5: PageSetup = { ...FIRST_SETUP, ...PAPERS.A5, romanFront: true };

describe("the paper of a document", () => {
  test("is that of a document that has chosen none, until it is chosen; undo gives the very same document", () => {
    expect(setupOf(sheetOf(doc))).toBe(FIRST_SETUP);
    const step = new StyleStep({ page: { setup: A5 } });
    const chosen = step.apply(doc).doc!;
    expect(setupOf(sheetOf(chosen))).toEqual(A5);
    const undone = StyleStep.fromJSON(schema, JSON.parse(JSON.stringify(step.invert(doc).toJSON()))).apply(
      chosen,
    ).doc!;
    expect(undone.eq(doc)).toBe(true);
    expect(Object.keys(sheetOf(undone).page)).not.toContain("setup");
  });

  test("is changed beside the lines of the page, by two people at once", () => {
    const paper = new StyleStep({ page: { setup: A5 } });
    const line = new StyleStep({ page: { header: ["x", "", ""] } });
    const [one, other] = [line.apply(paper.apply(doc).doc!).doc!, paper.apply(line.apply(doc).doc!).doc!];
    expect(sheetOf(one).page).toEqual(sheetOf(other).page);
    expect(sheetOf(one).page).toMatchObject({ setup: A5, header: ["x", "", ""] });
  });

  test.each<[string, unknown]>([
    [
      "margins wider than the page",
      { ...FIRST_SETUP, margins: { ...FIRST_SETUP.margins, left: 400, right: 200 } },
    ],
    ["margins higher than the page", { ...FIRST_SETUP, margins: { ...FIRST_SETUP.margins, top: 800 } }],
    ["a margin below nothing", { ...FIRST_SETUP, margins: { ...FIRST_SETUP.margins, top: -1 } }],
    ["a paper of no width", { ...FIRST_SETUP, width: 0 }],
    ["a paper without end", { ...FIRST_SETUP, height: Infinity }],
    ["something else beside it", { ...FIRST_SETUP, colour: "red" }],
  ])("with %s is refused", (_what, setup) => {
    expect(pageSetupSchema.safeParse(setup).success).toBe(false);
    expect(() => StyleStep.fromJSON(schema, { change: { page: { setup } } })).toThrow(
      "not a change of style",
    );
    const styles = { ...sheetOf(doc), page: { ...sheetOf(doc).page, setup } };
    expect(() => doc.type.create({ ...doc.attrs, styles }, doc.content).check()).toThrow();
  });

  test("that is kept in a document without one is the usual paper, and needs no change of old documents", () => {
    const { setup: _, ...page } = sheetOf(doc).page;
    const old = doc.type.create({ ...doc.attrs, styles: { ...sheetOf(doc), page } }, doc.content);
    expect(() => old.check()).not.toThrow();
    expect(setupOf(sheetOf(old))).toBe(FIRST_SETUP);
  });
});

describe("a drawing", () => {
  const drawing = (root: string) => ({
    type: "image/svg+xml" as const,
    bytes: new TextEncoder().encode(`${root}</svg>`),
  });

  test.each<[string, { width: number; height: number } | null]>([
    ['<svg width="90" height="30">', { width: 90, height: 30 }],
    ["<svg width='90px' height='30px'>", { width: 90, height: 30 }],
    ['<?xml version="1.0"?><!-- width="1" --><svg viewBox="0 0 90 30">', { width: 90, height: 30 }],
    ['<svg width="45" viewBox="0 0 90 30">', { width: 45, height: 15 }],
    ['<svg height="15" viewBox="0,0,90,30">', { width: 45, height: 15 }],
    ['<svg width="100%" height="100%" viewBox="0 0 90 30">', { width: 90, height: 30 }],
    ['<svg width="10cm" height="5cm">', null],
    ['<svg stroke-width="3">', null],
    ['<svg width="0" height="0" viewBox="0 0 0 0">', null],
    ["<p>", null],
  ])("%s says its size", (root, size) => expect(pixelsOf(drawing(root))).toEqual(size));

  test("is never too large to be shown: it has no dots", () =>
    expect(tooLarge(drawing('<svg width="90000" height="90000">'))).toBeNull());
});
