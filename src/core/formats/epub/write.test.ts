import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { comesBack, readAs } from "#tests/comes-back";
import { paragraph } from "#tests/editing";
import { linkedManual } from "#tests/linked-manual";
import { repacked, writtenFile } from "#tests/written-file";
import { createDocument } from "@/core/document";
import { indexDocument } from "@/core/index";
import { DropLog } from "..";
import { zipArchive } from "../archive/zip-archive";
import type { OfficeOptions } from "../office/office-options";
import { proveEpub } from "./proof";
import { writeEpub } from "./write";

const written = (doc: Node, options: OfficeOptions = {}) =>
  writtenFile(writeEpub({ doc, pictures: new Map() }, options));

const read = (bytes: Uint8Array) => readAs("epub", bytes);

comesBack("epub");

describe("what a reading system sees in an e-book", () => {
  const pages = { labelAt: (pos: number) => String(pos + 1), pageAt: (pos: number) => pos };

  test("are a page for each section, contents, landmarks, notes, and the pages of the print", () => {
    const doc = linkedManual();
    const { part, archive } = written(doc, { pages, from: { document: "doc1", version: 7 } });
    expect(archive.paths[0]).toBe("mimetype");
    expect(archive.paths.filter((path) => /page-\d+\.xhtml$/.test(path)).length).toBeGreaterThan(0);
    const nav = part("book/nav.xhtml");
    expect(nav).toMatch(/<nav epub:type="toc".*<ol>.*Wicks<\/a>/s);
    expect(nav).toMatch(/<nav epub:type="landmarks".*epub:type="toc".*epub:type="bodymatter"/s);
    expect(nav).toMatch(/<nav epub:type="page-list".*<a href="page-001\.xhtml#_page-1">1<\/a>/s);
    expect(part("book/toc.ncx")).toContain("<text>Wicks</text>");
    const opf = part("book/package.opf");
    expect(opf).toContain("urn:gate-rope:doc1");
    expect(opf).toContain("schema:accessMode");
    const text = archive.paths
      .filter((path) => /page-\d+\.xhtml$/.test(path))
      .map(part)
      .join("");
    expect(text).toMatch(/epub:type="noteref"/);
    expect(text).toMatch(/epub:type="pagebreak"/);
  });

  test("a clean copy has no trace of where it came from", () => {
    const { archive, part, bytes } = written(linkedManual(), {
      from: { document: "doc1", version: 7 },
      clean: true,
    });
    const { archive: untitled, part: partOf } = written(createDocument([paragraph("Words.")]), {
      clean: true,
    });
    for (const path of archive.paths) expect(part(path)).not.toMatch(/gate-?\s?rope|doc1|data-generated/i);
    for (const path of untitled.paths) expect(partOf(path)).not.toMatch(/gate-?\s?rope|data-generated/i);
    expect(indexDocument(read(bytes)).headings.map(({ name }) => name)).toEqual(["Lamps", "Wicks"]);
  });
});

test("a link that was led astray in the written book is found", () => {
  const file = written(linkedManual());
  const proof = (bytes: Uint8Array) => proveEpub(zipArchive(bytes, new DropLog()), file.promised);
  expect(proof(file.bytes).failed).toEqual([]);
  const page = file.archive.paths.find((path) => file.part(path).includes('id="wicks"'))!;
  const astray = (change: (xml: string) => string) => proof(repacked(file, page, change)).failed;
  expect(astray((xml) => xml.replace('id="wicks"', 'id="gone"'))[0]!.why).toMatch(/Nothing in the book/);
  expect(astray((xml) => xml.replaceAll("#wicks", "#lamps")).length).toBeGreaterThan(0);
  expect(astray((xml) => xml.replace(">Wicks</h2>", ">Stairs</h2>"))[0]?.why).toMatch(/does not stand at/);
});
