import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument } from "#tests/arbitrary-document";
import { heading, paragraph } from "#tests/editing";
import { createDocument } from "@/core/document";
import { indexDocument } from "@/core/index";
import { runs } from "#tests/runs";
import { cutPages } from "./cut-pages";

function cut(blocks: Parameters<typeof createDocument>[0], most?: number) {
  return cutPages(indexDocument(createDocument(blocks)), most).map(
    ({ from, to, heading: first }) => `${from}-${to} ${first?.name ?? "–"}`,
  );
}

test("each section of the highest level is a page, and what stands before the first", () => {
  expect(
    cut([paragraph("a"), heading(1, "One"), paragraph("b"), heading(2, "In it"), heading(1, "Two")]),
  ).toEqual(["0-1 –", "1-4 One", "4-5 Two"]);
});

test("the title of the whole is no section of its own", () => {
  expect(cut([heading(1, "Book"), paragraph("a"), heading(2, "One"), heading(2, "Two")])).toEqual([
    "0-2 Book",
    "2-3 One",
    "3-4 Two",
  ]);
});

test("a long section is cut at those within it, as deep as it takes; one without sections is left whole", () => {
  const words = paragraph("word ".repeat(20));
  expect(
    cut(
      [
        heading(1, "One"),
        words,
        heading(2, "In"),
        words,
        heading(3, "Deep"),
        words,
        heading(1, "Two"),
        words,
      ],
      30,
    ),
  ).toEqual(["0-2 One", "2-4 In", "4-6 Deep", "6-8 Two"]);
  expect(cut([paragraph("word ".repeat(90))], 30)).toEqual(["0-1 –"]);
});

test("each block is in exactly one page, whatever the document", () => {
  fc.assert(
    fc.property(anyDocument, fc.constantFrom(1, 5, 20, 10_000), (doc, most) => {
      const pages = cutPages(indexDocument(doc), most);
      expect(pages[0]!.from).toBe(0);
      expect(pages.at(-1)!.to).toBe(doc.childCount);
      pages.forEach(({ from, to }, i) => {
        expect(to).toBeGreaterThan(from);
        if (i > 0) expect(from).toBe(pages[i - 1]!.to);
      });
    }),
    { numRuns: runs(60) },
  );
});
