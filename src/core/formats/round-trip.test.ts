import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument, essence } from "#tests/arbitrary-document";
import { RETURN_ALSO, type ReturnRule } from "@/core/document";
import { indexDocument } from "@/core/destinations";
import { resolveLinks } from "@/core/links";
import { withContents, withReturns } from "@/core/wayfinding";
import { readFile, writeFile, type FormatName, FORMATS } from ".";

function through(doc: Parameters<typeof essence>[0], format: FormatName) {
  const { text } = writeFile({ doc, pictures: new Map() }, format);
  const result = readFile(`file${FORMATS[format].endings[0]}`, new TextEncoder().encode(text));
  if (!result.ok) throw new Error(`${result.error.reason}\n${text}`);
  return { doc: result.manuscript.doc, text, dropped: result.dropped };
}

describe.each(["gaterope", "html", "markdown"] as const)(
  "a document that goes out as %s and comes in again",
  (format) => {
    test("says the same, and every link and bookmark is where it was", () => {
      fc.assert(
        fc.property(anyDocument, (doc) => {
          const back = through(doc, format);
          expect({ text: back.text, essence: essence(back.doc) }).toEqual({
            text: back.text,
            essence: essence(doc),
          });
          expect(back.dropped).toEqual([]);
        }),
        { numRuns: 300 },
      );
    });

    test("keeps its contents list and its rule for return links living, not as text", () => {
      fc.assert(
        fc.property(anyDocument, fc.subarray([...RETURN_ALSO]), (doc, also) => {
          const listed = withReturns(withContents(doc, { from: 1, to: 2 }), 1);
          const returns = { ...(listed.attrs.returns as ReturnRule), ...(also.length > 0 && { also }) };
          const whole = listed.type.create({ ...listed.attrs, returns }, listed.content);
          const back = through(whole, format).doc;
          expect(back.attrs.returns).toEqual(whole.attrs.returns);
          expect(essence(back)).toEqual(essence(whole));
        }),
        { numRuns: 60 },
      );
    });

    test("promises exactly the links that land", () => {
      if (format === "gaterope") return;
      fc.assert(
        fc.property(anyDocument, (doc) => {
          const landing = resolveLinks(indexDocument(doc)).filter(
            (link) => link.lands && link.destination && link.reference?.linked !== false,
          );
          const { promised } = writeFile({ doc, pictures: new Map() }, format);
          const inside = promised.filter((link) => link.destination !== null).map((link) => link.destination);
          for (const { target } of landing)
            if (target.kind === "destination") expect(inside).toContain(target.id);
        }),
        { numRuns: 60 },
      );
    });
  },
);
