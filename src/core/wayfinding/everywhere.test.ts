import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { anyDocument } from "#tests/arbitrary-document";
import { wordsOfHtml } from "#tests/words-of-html";
import { indexDocument } from "@/core/index";
import { writeFile } from "@/core/formats";
import {
  contentsEntries,
  contentsTree,
  entryWords,
  returnLinks,
  withContents,
  withReturns,
  type ContentsBranch,
} from ".";
import { runs } from "#tests/runs";

/** The lines of the contents list as they stand in the exported page. */
function linesOfPage(doc: Node): string[] {
  const { text } = writeFile({ doc, pictures: new Map() }, "html");
  const list = /<nav[^>]*data-contents[\s\S]*?<\/nav>/.exec(text)![0];
  return [...list.matchAll(/<a href="#[^"]*">([\s\S]*?)<\/a>/g)].map((found) => wordsOfHtml(found[1]!));
}

describe("what is built for readers is the same everywhere", () => {
  test("contents lists have the same lines in the same order in the index and in the exported page", () => {
    fc.assert(
      fc.property(anyDocument, fc.integer({ min: 1, max: 6 }), (any, to) => {
        const doc = withContents(any, { from: 1, to });
        const entries = contentsEntries(indexDocument(doc), { from: 1, to });
        expect(linesOfPage(doc)).toEqual(entries.map(entryWords));
      }),
      { numRuns: runs(80) },
    );
  });

  test("a tree walked from the top gives the list again, each line one step deeper than the one it stands under", () => {
    fc.assert(
      fc.property(anyDocument, (doc) => {
        const entries = contentsEntries(indexDocument(doc), { from: 1, to: 6 });
        const walked: string[] = [];
        const walk = (branches: readonly ContentsBranch[], depth: number) => {
          for (const branch of branches) {
            expect(branch.depth).toBe(depth);
            walked.push(branch.id);
            walk(branch.below, depth + 1);
          }
        };
        walk(contentsTree(entries), 0);
        expect(walked).toEqual(entries.map((entry) => entry.id));
      }),
      { numRuns: runs(80) },
    );
  });

  test("return links stand as often in the exported page and in Markdown as the rule asks for", () => {
    fc.assert(
      fc.property(anyDocument, fc.integer({ min: 1, max: 3 }), (any, deepest) => {
        const doc = withReturns(any, deepest);
        const asked = returnLinks(indexDocument(doc)).length;
        const page = writeFile({ doc, pictures: new Map() }, "html").text;
        const markdown = writeFile({ doc, pictures: new Map() }, "markdown").text;
        expect(page.match(/data-generated="return"/g) ?? []).toHaveLength(asked);
        expect(markdown.match(/<!-- return -->/g) ?? []).toHaveLength(asked);
      }),
      { numRuns: runs(80) },
    );
  });

  test("no return link stands inside another section than the one it ends", () => {
    fc.assert(
      fc.property(anyDocument, (any) => {
        const index = indexDocument(withReturns(any, 6));
        for (const link of returnLinks(index)) {
          const section = index.sectionOf(link.section.id)!;
          expect(link.block).toBe(section.endBlock);
          expect(link.pos).toBe(section.end);
        }
      }),
      { numRuns: runs(80) },
    );
  });
});
