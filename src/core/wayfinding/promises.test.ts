import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { anyDocument } from "#tests/arbitrary-document";
import { heading, paragraph } from "#tests/editing";
import { indexDocument } from "@/core/index";
import { createDocument, FIRST_SHEET, isKind, settingsOf, withSettings } from "@/core/document";
import {
  brokenPromises,
  brokenMessage,
  fittedPlan,
  planEffect,
  READY_PLANS,
  returnLinks,
  withPlan,
  type Plan,
} from ".";
import { runs } from "#tests/runs";

const handbook = READY_PLANS[0]!;
const built = (doc: Node, plan: Plan) => {
  const { plan: fitted, broken } = fittedPlan(indexDocument(doc), plan);
  return { doc: withPlan(doc, fitted), fitted, broken };
};
/** Without lines above and below the pages: those of a new document lead back from each. */
const bare = (doc: Node) =>
  withSettings(doc, {
    styles: { ...FIRST_SHEET, page: { ...FIRST_SHEET.page, header: ["", "", ""], footer: ["", "", ""] } },
  });
const text = (letters: number) => paragraph("word ".repeat(letters / 5).trim());

describe("what a plan promises", () => {
  test("holds once it is built, or it says what cannot and where, whatever the document", () => {
    fc.assert(
      fc.property(anyDocument, fc.constantFrom(...READY_PLANS), fc.boolean(), (any, plan, withoutLines) => {
        const { doc, broken } = built(withoutLines ? bare(any) : any, plan);
        doc.check();
        const now = brokenPromises(indexDocument(doc), plan.promises);
        expect(now.map(brokenMessage)).toEqual(broken.map(brokenMessage));
        expect(broken.filter(({ promise }) => promise === "jumps" || promise === "sections")).toEqual([]);
        expect(settingsOf(doc).returns.promises).toEqual(plan.promises);
      }),
      { numRuns: runs(80) },
    );
  });

  test("picks ways back section by section where their lengths differ", () => {
    // A page holds some 3,900 letters of running text.
    const long = Array.from({ length: 12 }, (_, i) => [
      heading(3, `Part ${i}`),
      ...Array.from({ length: 8 }, () => text(1_000)),
    ]).flat();
    const short = Array.from({ length: 3 }, (_, i) => [heading(2, `Short ${i}`), text(500)]).flat();
    const doc = bare(
      createDocument([heading(1, "Long"), heading(2, "All of it"), ...long, heading(1, "Brief"), ...short]),
    );
    const plan: Plan = { ...handbook, promises: { pages: 3 } };
    const { doc: after, fitted, broken } = built(doc, plan);
    expect(broken).toEqual([]);
    expect(fitted.returns.closer).toBeGreaterThan(0);
    // Counted by letters alone: none is farther off than three pages of running text.
    const index = indexDocument(after);
    const ends = new Set(returnLinks(index).map(({ block }) => block));
    let [letters, most] = [0, 0];
    after.forEach((block, _pos, i) => {
      if (ends.has(i) || isKind(block, "contents_list")) letters = 0;
      letters += block.textContent.length;
      most = Math.max(most, letters);
    });
    expect(most).toBeGreaterThan(8_000);
    expect(most).toBeLessThan(2 * 3 * 3_900);
    // What is short needs none of its own beyond those that the plan names.
    const levels = returnLinks(index).map(({ section }) => section.level);
    expect(levels.filter((level) => level === 3).length).toBeLessThan(12);
    expect(levels.filter((level) => level === 3).length).toBeGreaterThan(3);
  });

  test("cannot hold on paper where the text goes on without a section, and says so; on screens a link stays in view", () => {
    const doc = bare(
      createDocument([
        heading(1, "One"),
        ...Array.from({ length: 60 }, () => text(1_000)),
        heading(1, "Two"),
        text(10),
      ]),
    );
    const { broken, fitted } = built(doc, handbook);
    expect(broken.map(({ promise, section }) => `${promise} ${section.name}`)).toEqual(["pages One"]);
    expect(brokenMessage(broken[0]!)).toMatch(
      /^In “One” a way back is up to \d\.\d pages off; at most 3 are promised\.$/,
    );
    expect(fitted.returns.also).toEqual(["floating"]);
  });

  test("goes as deep as readers have to get, and gives long chapters lists of their own", () => {
    const deep = (n: number) => [heading(3, `Deep ${n}`), text(50), heading(4, `Deeper ${n}`), text(50)];
    const doc = createDocument([
      heading(1, "A"),
      heading(2, "B"),
      ...deep(1),
      ...deep(2),
      ...deep(3),
      ...deep(4),
      heading(1, "C"),
      text(5),
    ]);
    for (const plan of READY_PLANS) {
      const { doc: after, broken } = built(doc, plan);
      expect([plan.name, broken]).toEqual([plan.name, []]);
      expect(brokenPromises(indexDocument(after), { jumps: 2 })).toEqual([]);
    }
    const { brokenBefore, brokenAfter } = planEffect(indexDocument(doc), handbook);
    expect(new Set(brokenBefore.map(({ promise }) => promise))).toEqual(
      new Set(["jumps", "pages", "screens", "sections"]),
    );
    expect(brokenAfter).toEqual([]);
  });

  test("is kept with the document, and told when later writing breaks it", () => {
    const doc = createDocument([heading(1, "A"), text(20), heading(1, "B"), text(20)]);
    const { doc: after } = built(doc, handbook);
    const { promises } = settingsOf(after).returns;
    expect(promises).toEqual(handbook.promises);
    expect(brokenPromises(indexDocument(after), promises!)).toEqual([]);
    const grown = after.copy(
      after.content.append(
        createDocument(Array.from({ length: 9 }, (_, i) => [heading(2, `S ${i}`), text(10)]).flat()).content,
      ),
    );
    expect(brokenPromises(indexDocument(grown), promises!).map(brokenMessage)).toEqual([
      "The chapter “B” has 9 sections and no list of its own; one is promised from 8 on.",
    ]);
  });
});
