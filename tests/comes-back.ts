import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Node } from "prosemirror-model";
import { settingsOf } from "@/core/document";
import { readFile } from "@/core/formats";
import type { ArchiveFormatName } from "@/core/formats/formats";
import { proveArchive, writeArchive } from "@/core/formats/write-archive";
import { withContents, withReturns } from "@/core/wayfinding";
import { anyDocument, essence } from "./arbitrary-document";
import { richDocument } from "./rich-document";
import { runs } from "./runs";
import { writtenFile } from "./written-file";

/** The document that a file of a format holds. */
export function readAs(format: ArchiveFormatName, bytes: Uint8Array): Node {
  const result = readFile(`file.${format}`, bytes);
  if (!result.ok) throw new Error(result.error.reason);
  return result.manuscript.doc;
}

/** Tests that a document comes back from a format as it went out, with every link followed in the written file. */
export function comesBack(format: ArchiveFormatName): void {
  const written = (doc: Node) => writtenFile(writeArchive({ doc, pictures: new Map() }, format));

  describe(`a document that goes out as .${format} and comes in again`, () => {
    test("says the same, and every link and bookmark is where it was", () => {
      fc.assert(
        fc.property(anyDocument, (doc) => {
          const { bytes, archive, promised } = written(doc);
          expect(essence(readAs(format, bytes))).toEqual(essence(doc));
          expect(proveArchive(format, archive, promised).failed).toEqual([]);
        }),
        { numRuns: runs(60) },
      );
    });

    test("keeps front matter, sections of pages, merged cells, menus, an index, pictures and every equation", () => {
      const rich = richDocument();
      const { bytes, archive, promised } = writtenFile(writeArchive(rich, format));
      expect(proveArchive(format, archive, promised).failed).toEqual([]);
      const back = readAs(format, bytes);
      expect(essence(back)).toEqual(essence(rich.doc));
      const { returns, title, registry } = settingsOf(rich.doc);
      const names = (of: typeof registry) =>
        Object.values(of.bookmarks)
          .map(({ name, kind }) => `${kind} ${name}`)
          .sort();
      expect(settingsOf(back)).toMatchObject({ returns, title });
      expect(names(settingsOf(back).registry)).toEqual(names(registry));
    });

    test("keeps its lists and ways back living, its rule for them, its styles and its title", () => {
      fc.assert(
        fc.property(anyDocument, (doc) => {
          const whole = withReturns(withContents(doc, { from: 1, to: 2 }), 2);
          const back = readAs(format, written(whole).bytes);
          expect(essence(back)).toEqual(essence(whole));
          const { returns, styles, title } = settingsOf(whole);
          expect(settingsOf(back)).toMatchObject({ returns, styles, title });
        }),
        { numRuns: runs(20) },
      );
    });
  });
}
