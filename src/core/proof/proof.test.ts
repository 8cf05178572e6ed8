import { describe, expect, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { readFile } from "@/core/formats";
import { readProof } from ".";

function findings(markdown: string) {
  const result = readFile("a.md", new TextEncoder().encode(markdown));
  if (!result.ok) throw new Error(result.error.reason);
  return readProof(indexDocument(result.manuscript.doc)).map(({ kind, says }) => `${kind}: ${says}`);
}

describe("the proof", () => {
  test("finds nothing in a sound document", () => {
    expect(
      findings(
        "# One\n\n[Two](#two), [1. One](#one), [here](#two), [web](https://a.example)\n\n## Two\n\ntext\n",
      ),
    ).toEqual([]);
  });

  test.each([
    [
      "a link to nowhere",
      "# A\n\n[x](#none)",
      "broken: The link “x” is broken. Nothing here is called “none”.",
    ],
    [
      "an address that is none",
      "# A\n\n[x](http://)",
      "broken: The link “x” is broken. “http://” is not a web address.",
    ],
    [
      "a mail address that is none",
      "# A\n\n[x](mailto:nobody)",
      "broken: The link “x” is broken. “nobody” is not a mail address.",
    ],
    [
      "a skipped level",
      "# A\n\n### B",
      "skipped-level: “B” has level 3, but the heading before it has level 1.",
    ],
    ["an empty heading", "# A\n\n##\n", "empty-heading: A heading of level 2 has no words."],
    ["two headings of one name", "# A\n\n## Log\n\n## log ", "same-name: 2 destinations are called “Log”."],
    [
      "two bookmarks of one name",
      '# A\n\n<a id="x" data-name="Spot"></a>a <a id="y" data-name="Spot"></a>b',
      "same-name: 2 destinations are called “Spot”.",
    ],
    [
      "words that name another section",
      "# Alpha\n\n[2. beta ](#alpha)\n\n# Beta",
      "misleading-words: The link “2. beta” is worded as that section but leads to “Alpha”.",
    ],
  ])("finds %s", (_name, markdown, finding) => expect(findings(markdown)).toEqual([finding]));

  test("takes an anchor that is called like a section and stands right before its heading for that section", () => {
    const anchored = (name: string) =>
      findings(`# Top\n\n[Log](#p)\n\n<a id="p" data-name="${name}"></a>\n\n# Log\n\ntext`);
    expect(anchored("Log")).toEqual(["same-name: 2 destinations are called “Log”."]);
    expect(anchored("Elsewhere")).toEqual([
      "misleading-words: The link “Log” is worded as that section but leads to “Elsewhere”.",
    ]);
  });

  test("takes an anchor that nobody named, in a short block right above a heading, for that section", () => {
    const lines = (words: string) =>
      findings(`# Top\n\n[Log](#node)\n\n<a id="node"></a>Next: ${words}\n\n# Log\n\ntext`);
    expect(lines("Lamps, Up: Top")).toEqual([]);
    expect(lines("long ".repeat(80))).toEqual([
      "misleading-words: The link “Log” is worded as that section but leads to “node”.",
    ]);
  });

  test("takes a place within a section for that section, as links of an index lead there", () =>
    expect(findings('# Tools\n\ntext\n\n<a id="awk"></a>awk\n\n# Index\n\n[Tools](#awk)')).toEqual([]));

  test("does not call a bookmark on a heading a second place of its name", () => {
    expect(findings('# Log\n\n[Log](#b)\n\n# Other\n\n<a id="b" data-name="Elsewhere"></a>text')).toEqual([
      "misleading-words: The link “Log” is worded as that section but leads to “Elsewhere”.",
    ]);
  });
});
