import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { anyDocument, essence } from "#tests/arbitrary-document";
import { runs } from "#tests/runs";
import { DropLog, readFile, zipped } from "..";
import { zipArchive } from "../archive/zip-archive";
import { proveOdt } from "./proof";
import { writeOdt } from "./write";

function through(doc: Node) {
  const { files, promised } = writeOdt({ doc, pictures: new Map() });
  const bytes = new Uint8Array(Buffer.concat([...zipped(files)]));
  const result = readFile("file.odt", bytes);
  if (!result.ok) throw new Error(result.error.reason);
  return { ...result, proof: proveOdt(zipArchive(bytes, new DropLog()), promised) };
}

describe("a document that goes out as .odt and comes in again", () => {
  test("says the same, and every link and bookmark is where it was", () => {
    fc.assert(
      fc.property(anyDocument, (doc) => {
        const back = through(doc);
        expect(essence(back.manuscript.doc)).toEqual(essence(doc));
        expect(back.proof.failed).toEqual([]);
      }),
      { numRuns: runs(60) },
    );
  });
});
