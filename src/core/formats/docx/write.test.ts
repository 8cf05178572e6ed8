import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyDocument, essence } from "#tests/arbitrary-document";
import { runs } from "#tests/runs";
import type { Node } from "prosemirror-model";
import { readFile, zipped } from "..";
import { writeDocx } from "./write";

function through(doc: Node) {
  const { files } = writeDocx({ doc, pictures: new Map() });
  const bytes = Buffer.concat([...zipped(files)]);
  const result = readFile("file.docx", new Uint8Array(bytes));
  if (!result.ok) throw new Error(result.error.reason);
  return result;
}

describe("a document that goes out as .docx and comes in again", () => {
  test("says the same, and every link and bookmark is where it was", () => {
    fc.assert(
      fc.property(anyDocument, (doc) => {
        const back = through(doc);
        expect(essence(back.manuscript.doc)).toEqual(essence(doc));
      }),
      { numRuns: runs(60) },
    );
  });
});
