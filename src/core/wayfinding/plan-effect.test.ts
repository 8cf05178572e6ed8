import { expect, test } from "@jest/globals";
import { heading, paragraph } from "#tests/editing";
import { indexDocument } from "@/core/index";
import { createDocument, FIRST_SHEET, withSettings } from "@/core/document";
import { PageMap } from "@/core/layout/page-map";
import { coverageOf, planEffect, reachOf, READY_PLANS, withPlan } from ".";

const handbook = READY_PLANS[0]!;
/** Without lines above and below the pages: those of a new document lead back from each. */
const doc = withSettings(
  createDocument(
    ["One", "Two", "Three"].flatMap((name) => [heading(1, name), paragraph("words ".repeat(40))]),
  ),
  { styles: { ...FIRST_SHEET, page: { ...FIRST_SHEET.page, header: ["", "", ""], footer: ["", "", ""] } } },
);
/** A page for so many positions. */
const pagesOf = (size: number, each: number) =>
  new PageMap(
    Int32Array.from({ length: Math.ceil(size / each) }, (_, i) => i * each),
    [],
  );

test("what a plan changes is told by the pages of the document, not by a guess", () => {
  const index = indexDocument(doc);
  const [few, many] = [400, 200].map((each) => pagesOf(doc.content.size, each));
  const { before, after, built } = planEffect(index, handbook, [], few);
  expect(built).toBe(false);
  expect([before.unreached, before.farthestBack]).toEqual([2, null]);
  expect(after.unreached).toBe(0);
  const thinner = planEffect(index, handbook, [], many).after;
  expect(thinner.farthestBack! / after.farthestBack!).toBeCloseTo(2, 0);
});

test("what stands there already is told with the same figures as the reach of the document", () => {
  const index = indexDocument(withPlan(doc, handbook));
  const pages = pagesOf(index.doc.content.size, 50);
  const { before, after, built } = planEffect(index, handbook, [], pages);
  expect(built).toBe(true);
  expect(before).toEqual(coverageOf(reachOf(index, pages)));
  expect(after.farthestBack).toBeCloseTo(before.farthestBack!);
});
