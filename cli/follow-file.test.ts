import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument } from "#tests/arbitrary-document";
import { indexDocument } from "@/core/index";
import { firstWordsOf, writeFile } from "@/core/formats";
import { followHtml, followMarkdown } from "./follow-file";
import { runs } from "#tests/runs";

const FOLLOW = { html: followHtml, markdown: followMarkdown };

function written(doc: Parameters<typeof indexDocument>[0], format: keyof typeof FOLLOW) {
  const index = indexDocument(doc);
  const { text, promised } = writeFile({ doc, pictures: new Map() }, format);
  return {
    text,
    promised: promised.map(({ text: words, href, destination }) => {
      const place = destination && index.destination(destination);
      return {
        text: words,
        href,
        leadsTo: place?.kind === "heading" ? (firstWordsOf(place, index)?.words ?? null) : null,
      };
    }),
  };
}

describe.each(["html", "markdown"] as const)("links of a file written as %s", (format) => {
  test("are all found and lead where was promised", () => {
    fc.assert(
      fc.property(anyDocument, (doc) => {
        const { text, promised } = written(doc, format);
        expect({ text, ...FOLLOW[format](text, promised) }).toEqual({
          text,
          promised: promised.length,
          failed: [],
        });
      }),
      { numRuns: runs(100) },
    );
  });
});

describe("faults that are planted in a file", () => {
  const html = '<h1 id="one">One</h1><p><a href="#two">to two</a></p><h1 id="two">Two things</h1>';
  const promised = [{ text: "to two", href: "#two", leadsTo: "Two things" }];
  test.each([
    ["none", (it: string) => it, []],
    [
      "an anchor that is not there",
      (it: string) => it.replace('id="two"', 'id="too"'),
      [/Nothing in the file is called “two”/],
    ],
    [
      "an anchor at another place",
      (it: string) =>
        it.replace('id="two"', "").replace("<h1 ", '<i id="two"></i><h1 ').replace("Two", "Three"),
      [/“Two things” is not at/],
    ],
    [
      "a link that leads elsewhere",
      (it: string) => it.replace('href="#two"', 'href="#one"'),
      [/no link to #two/],
    ],
  ])("are found: %s", (_what, change, faults) => {
    expect(followHtml(change(html), promised).failed.map(({ why }) => why)).toEqual(
      faults.map((why) => expect.stringMatching(why)),
    );
  });
});
