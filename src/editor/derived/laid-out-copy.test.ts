import { expect, test } from "@jest/globals";
import { heading, paragraph } from "#tests/editing";
import { builtResources } from "#tests/page-fonts";
import { indexDocument } from "@/core/index";
import { createDocument } from "@/core/document";
import { LaidOutCopy } from "./laid-out-copy";

const long = createDocument([
  heading(1, "Lamps"),
  ...Array.from({ length: 60 }, () => paragraph("a lamp and another lamp ".repeat(8))),
  paragraph("a \u{13000}"),
]);

test("the worker tells where pages begin, which signs no font has, and draws the pages that are looked at", async () => {
  const copy = new LaidOutCopy(builtResources());
  const [pages] = await copy.follow(indexDocument(long), 7, () => false);
  expect(pages).toMatchObject({
    kind: "pages",
    revision: 7,
    papers: [{ page: 0, width: 595.28, height: 841.89 }],
    missing: [["\u{13000}", expect.any(Number)]],
  });
  const count = pages!.kind === "pages" ? pages!.starts.length : 0;
  expect(count).toBeGreaterThan(2);
  expect(copy.look([0, 1]).map((answer) => answer.kind === "drawing" && answer.page)).toEqual([0, 1]);
  // Those that are looked at already were drawn, and what is beyond the last page is none.
  expect(copy.look([1, 999])).toEqual([]);
  const answers = await copy.follow(indexDocument(createDocument([paragraph("short")])), 8, () => false);
  expect(answers.map(({ kind }) => kind)).toEqual(["pages"]);
});

test("the worker tells nothing of a version that is old when its fonts have come", async () => {
  const copy = new LaidOutCopy(builtResources());
  expect(await copy.follow(indexDocument(long), 1, () => true)).toEqual([]);
});
