import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { comesBack, readAs } from "#tests/comes-back";
import { linkedManual } from "#tests/linked-manual";
import { repacked, writtenFile } from "#tests/written-file";
import { settingsOf, withSettings } from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { DropLog } from "..";
import { zipArchive } from "../archive/zip-archive";
import type { OfficeOptions } from "../office/office-options";
import { proveDocx } from "./proof";
import { writeDocx } from "./write";

const written = (doc: Node, options: OfficeOptions = {}) =>
  writtenFile(writeDocx({ doc, pictures: new Map() }, options));

const read = (bytes: Uint8Array) => readAs("docx", bytes);

/** Pages on which each place has a number of its own. */
const pages = { labelAt: (pos: number) => `p${pos}`, pageAt: (pos: number) => pos };

comesBack("docx");

describe("what another program sees in a .docx", () => {
  test("are styles that the standard names, bookmarks with both ends, fields that say the pages of our layout", () => {
    const doc = linkedManual();
    const { part } = written(doc, { pages });
    const names = [...part("word/styles.xml").matchAll(/<w:name w:val="([^"]*)"/g)].map(([, name]) => name);
    for (const name of ["heading 1", "toc 2", "caption", "footnote text", "Quote", "HTML Preformatted"])
      expect(names).toContain(name);
    const xml = part("word/document.xml");
    const wicks = indexDocument(doc).headings[1]!;
    expect(xml).toMatch(
      /<w:bookmarkStart w:id="(\d+)" w:name="_wicks"\/>.*?Wicks.*?<w:bookmarkEnd w:id="\1"\/>/,
    );
    expect(xml).toContain("REF _wicks \\h");
    const said = [
      ...xml.matchAll(/PAGEREF _wicks[^<]*<\/w:instrText><\/w:r><w:r>.*?<\/w:r><w:r><w:t>([^<]*)/g),
    ];
    expect(said.map(([, words]) => words)).toEqual([`p${wicks.pos}`, `p${wicks.pos}`]);
    expect(xml).toMatch(/TOC \\o &quot;1-2&quot; \\h \\z \\u/);
    expect(xml).toMatch(/SEQ Figure \\\* ARABIC/);
    expect(part("word/footnotes.xml")).toContain("Any lamp.");
  });

  test("are ways back: after sections, and in a frame beside each heading, apart from its words", () => {
    const doc = linkedManual();
    const returns = { levels: [1], words: "", also: ["headings" as const] };
    const file = written(withSettings(doc, { returns }));
    const [, frame, heading] =
      /(<w:p><w:pPr><w:pStyle w:val="ReturnLink"\/><w:keepNext\/><w:framePr .*?<\/w:p>).*?(<w:p><w:pPr><w:pStyle w:val="Heading1"\/>.*?<\/w:p>)/.exec(
        file.part("word/document.xml"),
      )!;
    expect(frame).toMatch(/xAlign="right".*<w:hyperlink w:anchor="[^"]+".*>↑</);
    expect(heading).toContain("Lamps");
    expect(heading).not.toContain("↑");
    expect(read(file.bytes).textContent).toBe(doc.textContent);
    expect(settingsOf(read(file.bytes)).returns).toMatchObject(returns);
  });

  test("what its author wrote in another program comes back, and what was not touched stays as it was", () => {
    const doc = linkedManual();
    const file = written(doc, { from: { document: "doc1", version: 7 } });
    expect(file.part("customXml/item1.xml")).toContain('id="doc1" version="7"');
    const words = repacked(file, "word/document.xml", (xml) => xml.replace("Trim the wick", "Cut the wick"));
    expect(read(words).textContent).toBe(doc.textContent.replace("Trim the wick", "Cut the wick"));
    const larger = repacked(file, "word/styles.xml", (xml) =>
      xml.replace(/(w:styleId="Heading1">.*?<w:sz w:val=")\d+/, "$156"),
    );
    expect(settingsOf(read(larger)).styles.styles.heading1.size).toBe(28);
    expect(settingsOf(read(file.bytes)).styles).toEqual(settingsOf(doc).styles);
  });

  test("a clean copy has no trace of where it came from, and is read by what it shows", () => {
    const doc = withSettings(linkedManual(), { title: "Lamp manual" });
    const { archive, part, bytes } = written(doc, { from: { document: "doc1", version: 7 }, clean: true });
    for (const path of archive.paths) expect(part(path)).not.toMatch(/gate-?\s?rope|doc1/i);
    const index = indexDocument(read(bytes));
    expect(index.headings.map(({ name }) => name)).toEqual(["Lamps", "Wicks"]);
    expect(index.contentsLists).toHaveLength(1);
    expect(index.notes.map(({ text }) => text)).toEqual(["Any lamp."]);
    expect(index.references.map(({ reference }) => reference.form)).toEqual([
      "{title}",
      "{pagenumber}",
      "{label}",
    ]);
    expect(resolveLinks(index).every(({ lands }) => lands)).toBe(true);
  });
});

test("a link that was led astray in the written file is found", () => {
  const file = written(linkedManual());
  const proof = (bytes: Uint8Array) => proveDocx(zipArchive(bytes, new DropLog()), file.promised);
  expect(proof(file.bytes).failed).toEqual([]);
  const astray = (change: (xml: string) => string) =>
    proof(repacked(file, "word/document.xml", change)).failed;
  expect(astray((xml) => xml.replace(/w:name="_wicks"/, 'w:name="_gone"'))[0]!.why).toMatch(
    /Nothing in the file/,
  );
  expect(astray((xml) => xml.replace(/<w:bookmarkEnd w:id="\d+"\/>/g, "")).length).toBeGreaterThan(0);
  expect(astray((xml) => xml.replaceAll('w:anchor="_wicks"', 'w:anchor="_lamps"')).length).toBeGreaterThan(0);
  expect(astray((xml) => xml.replace(/(w:name="_wicks"\/>.*?)Wicks/, "$1Stairs"))[0]?.why).toBe(
    "“Wicks” does not stand at “_wicks”.",
  );
});
